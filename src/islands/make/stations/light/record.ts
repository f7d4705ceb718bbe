import { lampOfColouring } from '#core/make/coloured';
import type { StationRecord } from '../station';
import { createLightDesk, type LightDeskState } from './light-desk';

/** Where the lamp is set, and what each element makes of it. */
export const lightStation: StationRecord<LightDeskState> = {
  id: 'light',
  name: 'Light',
  open: (make, { colouring }) => {
    const lamp = lampOfColouring(make, colouring);
    return lamp.kind === 'near' ? 'near lamp' : `${lamp.azimuthDeg}° round`;
  },
  isOfColours: true,
  createDesk: createLightDesk,
  shows: ({ view, step, preview }) => ({ bands: true, view, edges: step === 'cuts', preview, isMoving: preview !== null }),
  load: () => import('./module'),
};
