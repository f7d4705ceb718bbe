import * as z from 'zod/mini';
import { create } from 'zustand';

/** What a key may do at the desk. */
export const keyActs = ['next', 'back', 'again'] as const;
export type KeyAct = (typeof keyActs)[number];

const keysSchema = z.array(z.string().check(z.minLength(1), z.maxLength(40))).check(z.maxLength(8));
const settingsSchema = z.object({
  /** Read out each mark. Default off. */
  isVoiceOn: z.boolean(),
  /** How fast, 0.5 to 2. */
  rate: z.number().check(z.minimum(0.5), z.maximum(2)),
  /** Name of the voice; empty: the browser's own choice. */
  voice: z.string().check(z.maxLength(200)),
  /** Keys of a pedal that were taught, beside the usual ones. */
  keys: z.object({ next: keysSchema, back: keysSchema, again: keysSchema }),
});
type Settings = z.infer<typeof settingsSchema>;

const usual: Settings = { isVoiceOn: false, rate: 1, voice: '', keys: { next: [], back: [], again: [] } };

/** Keys that everybody finds. A page-turning pedal mostly sends the page or arrow keys. */
const usualKeys: Record<KeyAct, readonly string[]> = {
  next: [' ', 'ArrowRight', 'ArrowDown', 'PageDown'],
  back: ['ArrowLeft', 'ArrowUp', 'PageUp', 'Backspace'],
  again: ['a', 'A', 'r', 'R'],
};

const place = 'aquachrome-along';

/** What this browser was told; the usual where it was told nothing that can be read, or keeps nothing. */
function kept(): Settings {
  try {
    const read = settingsSchema.safeParse(JSON.parse(localStorage.getItem(place) ?? 'null'));
    return read.success ? read.data : usual;
  } catch (error) {
    // Not JSON, or a browser that lets a page keep nothing (a file opened by itself).
    if (error instanceof SyntaxError || error instanceof DOMException) return usual;
    throw error;
  }
}

type HandSettings = Settings & {
  change: (change: Partial<Settings>) => void;
  /** Teaches a key; it does nothing else from then on. */
  teach: (act: KeyAct, key: string) => void;
};

/** How the hands go on, as this browser was told. */
export const useHandSettings = create<HandSettings>()((set, get) => {
  const change = (fields: Partial<Settings>) => {
    set(fields);
    const { isVoiceOn, rate, voice, keys } = get();
    try {
      localStorage.setItem(place, JSON.stringify({ isVoiceOn, rate, voice, keys }));
    } catch (error) {
      // A browser that keeps nothing: it holds until the page is closed.
      if (!(error instanceof DOMException)) throw error;
    }
  };
  return {
    ...kept(),
    change,
    teach: (act, key) => {
      const { keys } = get();
      const without = Object.fromEntries(keyActs.map((one) => [one, keys[one].filter((own) => own !== key)])) as Settings['keys'];
      change({ keys: { ...without, [act]: [...without[act], key].slice(-8) } });
    },
  };
});

/** What a key does: as it was taught, else as everybody expects; null: nothing. */
export function actOfKey(key: string, keys: Settings['keys']): KeyAct | null {
  return keyActs.find((act) => keys[act].includes(key)) ?? keyActs.find((act) => usualKeys[act].includes(key)) ?? null;
}
