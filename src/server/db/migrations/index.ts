import { firstTables } from './001-first-tables';
import { rackDetails } from './002-rack-details';
import { makesInParts } from './003-makes-in-parts';
import { installation } from './004-installation';
import { blobsInSlices } from './005-blobs-in-slices';
import { belongings } from './007-belongings';
import { colourings } from './006-colourings';
import { supplies } from './008-supplies';
import { hand } from './009-hand';
import { colourReadings } from './010-colour-readings';
import { keptRecipes } from './011-kept-recipes';
import { unknownFieldsKept } from './012-unknown-fields';
import { sessions } from './013-sessions';
import { sessionEffects } from './014-session-effects';
import { drawer } from './015-drawer';
import { practice } from './016-practice';
import type { Migration } from './migration';

export const migrations: readonly Migration[] = [
  firstTables,
  rackDetails,
  makesInParts,
  installation,
  blobsInSlices,
  colourings,
  belongings,
  supplies,
  hand,
  colourReadings,
  keptRecipes,
  unknownFieldsKept,
  sessions,
  sessionEffects,
  drawer,
  practice,
];
