import { useEffect, useState } from 'react';
import { BigButton } from './big-button';
import { type KeyAct, keyActs, useHandSettings } from './hand-settings';
import { canSpeak, speak, useVoices } from './use-voice';
import type { Awake } from './use-wake-lock';

const actWords: Record<KeyAct, string> = { next: 'Next', back: 'Back', again: 'Once more' };
const usualWords: Record<KeyAct, string> = {
  next: 'space, right or down arrow, page down',
  back: 'left or up arrow, page up, backspace',
  again: 'A or R',
};
const rates = [0.7, 1, 1.3, 1.6] as const;

type Props = { awake: Awake; onClose: () => void };

/** Hands free: the voice, the keys, a pedal that is taught, and whether the screen stays awake. */
export function HandsScreen({ awake, onClose }: Props) {
  const { isVoiceOn, rate, voice, keys, change, teach } = useHandSettings();
  const voices = useVoices();
  const [teaching, setTeaching] = useState<KeyAct | null>(null);
  useEffect(() => {
    if (!teaching) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Tab') return;
      event.preventDefault();
      event.stopPropagation();
      if (event.key !== 'Escape') teach(teaching, event.key);
      setTeaching(null);
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, [teaching, teach]);
  const speaks = canSpeak() && voices.length > 0;
  return (
    <main className="min-h-dvh space-y-4 bg-bench p-3 text-2xl leading-tight">
      <h1 className="text-3xl">Hands free</h1>
      <section className="grid gap-3 landscape:grid-cols-3" aria-label="Voice">
        <BigButton
          aria-pressed={isVoiceOn}
          className={isVoiceOn ? 'bg-ink! text-paper!' : ''}
          onClick={() => change({ isVoiceOn: !isVoiceOn })}
        >
          {isVoiceOn ? 'Each mark is read out' : 'Read each mark out'}
        </BigButton>
        <fieldset className="grid grid-cols-4 gap-2" aria-label="How fast it reads">
          {rates.map((one) => (
            <BigButton
              key={one}
              aria-pressed={rate === one}
              className={`px-1 ${rate === one ? 'bg-ink! text-paper!' : ''}`}
              onClick={() => change({ rate: one })}
            >
              {one}×
            </BigButton>
          ))}
        </fieldset>
        <BigButton onClick={() => speak('Rose 3. Scarf, on the base. Circles.')} disabled={!speaks}>
          Try it
        </BigButton>
        {voices.length > 1 && (
          <label className="flex min-h-24 items-center gap-3 landscape:col-span-3">
            Voice
            <select
              className="min-h-24 flex-1 border-2 border-ink bg-paper px-3"
              value={voice}
              onChange={({ target: { value } }) => change({ voice: value })}
            >
              <option value="">The browser’s own</option>
              {voices.map(({ name, lang }) => (
                <option key={name} value={name}>
                  {name} ({lang})
                </option>
              ))}
            </select>
          </label>
        )}
        {!speaks && (
          <p className="landscape:col-span-3" role="status">
            {canSpeak()
              ? 'This browser has no voice installed, so nothing will be heard; what would be said stands on the screen.'
              : 'This browser does not speak; all that would be said stands on the screen.'}
          </p>
        )}
      </section>
      <section className="grid gap-3 landscape:grid-cols-3" aria-label="Keys and pedal">
        {keyActs.map((act) => (
          <BigButton key={act} onClick={() => setTeaching(act)} aria-pressed={teaching === act} data-teach={act}>
            {teaching === act ? 'Press the pedal or key now' : `Teach a key: ${actWords[act]}`}
            <span className="block text-xl font-normal">
              {usualWords[act]}
              {keys[act].length > 0 && `; taught: ${keys[act].join(', ')}`}
            </span>
          </BigButton>
        ))}
      </section>
      <p role="status" data-awake={awake.kind}>
        {awake.kind === 'awake'
          ? 'The screen stays awake.'
          : awake.kind === 'sleeps'
            ? awake.words
            : 'Asking the device to keep the screen awake …'}
      </p>
      <BigButton weight="main" className="w-full" onClick={onClose}>
        Back to the mark
      </BigButton>
    </main>
  );
}
