import { type Make, makeSchemaVersion } from '#model/make';
import { lightVersion } from './light-version';

/** An empty make: the lamp at the upper left, half high, as most practitioners start. */
export function newMake(options: { id: string; name: string }): Make {
  return {
    schema: makeSchemaVersion,
    id: options.id,
    name: options.name,
    lamp: { kind: 'distant', azimuthDeg: 315, heightDeg: 40 },
    school: 'wetBaseDarkToLight',
    lightSeen: lightVersion,
    pictures: [],
  };
}
