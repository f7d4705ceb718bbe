import { create } from 'zustand';
import type { LengthUnit } from '#core/card/lengths';

const key = 'aquachrome-length-unit';

function keptUnit(): LengthUnit {
  // Nothing is there before the page runs in a browser, or where its store is shut.
  try {
    return localStorage.getItem(key) === 'in' ? 'in' : 'mm';
  } catch {
    return 'mm';
  }
}

type UnitState = { unit: LengthUnit; choose: (unit: LengthUnit) => void };

/** In which unit lengths are said and typed on this device: chosen once. */
export const useLengthUnit = create<UnitState>()((set) => ({
  unit: keptUnit(),
  choose: (unit) => {
    try {
      localStorage.setItem(key, unit);
    } catch (error) {
      console.error('The unit of lengths is not kept beyond this page.', error);
    }
    set({ unit });
  },
}));
