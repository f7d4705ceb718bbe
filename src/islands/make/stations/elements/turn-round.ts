import { frontId } from '#model/front';
import type { ColouredPicture } from '#model/coloured-picture';
import { colouredNow, lampOfColouring, nameOfColouring } from '#core/make/coloured';
import type { IndexedTable } from '#core/make/region-tables';
import { isLampBehind, wayBehindDeg } from '#core/scene/front-way';
import { frontsToShow } from '#core/scene/fronts-shown';
import { lampOver } from '#core/scene/lamp-over';
import { standingOfPicture } from '#core/scene/standing-of-picture';
import { turnFront } from '#core/scene/standing-edits';
import type { MakeStore } from '../../document/make-store';
import { editOf } from './elements-hand';

type Of = { picture: ColouredPicture; table: IndexedTable; labels: Uint16Array | null };

/** Turns round what lies in front at a border. @returns what is said of it, also where the light will show nothing of it. */
export function turnRound(useMake: MakeStore, { picture, table, labels }: Of, between: readonly [string, string]): string {
  const done = editOf(useMake, picture.id, (now) => turnFront(now, table, between));
  const { make } = useMake.getState();
  const now = make && colouredNow(make, nameOfColouring(picture));
  if (!done || !now || !labels) return done?.said ?? '';
  const front = frontsToShow(standingOfPicture(now, table), table).find((one) => frontId(...one.between) === frontId(...between));
  if (!front || front.front === null) return done.said;
  const lamp = lampOver(lampOfColouring(make, now.colouring), make.pictures, now.id);
  if (!isLampBehind(wayBehindDeg(table, labels, front), front.atMm, lamp)) return done.said;
  return `${done.said} No shadow follows: the lamp stands on the side of what is behind.`;
}
