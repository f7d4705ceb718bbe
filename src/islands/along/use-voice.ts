import { useEffect, useState } from 'react';
import { useHandSettings } from './hand-settings';

const speech = (): SpeechSynthesis | null => ('speechSynthesis' in window ? window.speechSynthesis : null);

/** The voices of this browser; they may come late. */
export function useVoices(): readonly SpeechSynthesisVoice[] {
  const [voices, setVoices] = useState<readonly SpeechSynthesisVoice[]>(() => speech()?.getVoices() ?? []);
  useEffect(() => {
    const own = speech();
    if (!own) return;
    const tell = () => setVoices(own.getVoices());
    tell();
    own.addEventListener?.('voiceschanged', tell);
    return () => own.removeEventListener?.('voiceschanged', tell);
  }, []);
  return voices;
}

/** Whether this browser speaks at all. */
export const canSpeak = (): boolean => speech() !== null;

/** Reads a sentence out, in the voice and at the rate that were chosen; what was being said before is broken off. */
export function speak(words: string): void {
  const own = speech();
  if (!own) return;
  const { rate, voice } = useHandSettings.getState();
  own.cancel();
  const said = new SpeechSynthesisUtterance(words);
  said.rate = rate;
  const chosen = own.getVoices().find(({ name }) => name === voice);
  if (chosen) said.voice = chosen;
  own.speak(said);
}

/** Reads out what it is given, once each time it changes, while the voice is on. */
export function useReadOut(words: string | null): void {
  const isOn = useHandSettings(({ isVoiceOn }) => isVoiceOn);
  useEffect(() => {
    if (isOn && words !== null) speak(words);
  }, [isOn, words]);
  useEffect(() => () => speech()?.cancel(), []);
}
