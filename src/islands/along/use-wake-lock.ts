import { useEffect, useState } from 'react';

/** Whether the screen is kept awake: it is, it will sleep for a reason in words, or nothing is known yet. */
export type Awake = { kind: 'awake' } | { kind: 'sleeps'; words: string } | { kind: 'asking' };

/** Keeps the screen awake while the page is seen (Screen Wake Lock API, W3C); says honestly where that is not to be had. */
export function useWakeLock(isWanted: boolean): Awake {
  const [awake, setAwake] = useState<Awake>({ kind: 'asking' });
  useEffect(() => {
    if (!isWanted) return;
    if (!('wakeLock' in navigator)) {
      setAwake({ kind: 'sleeps', words: 'This browser cannot keep the screen awake: set it to stay on in the settings of the device.' });
      return;
    }
    let lock: WakeLockSentinel | null = null;
    let isOver = false;
    const ask = () => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock.request('screen').then(
        (held) => {
          if (isOver) return void held.release();
          lock = held;
          setAwake({ kind: 'awake' });
        },
        () =>
          setAwake({
            kind: 'sleeps',
            words: 'The screen may go dark: the device does not let it stay on now (often because the battery is low).',
          }),
      );
    };
    ask();
    // It is given up whenever the page is hidden.
    document.addEventListener('visibilitychange', ask);
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, [isWanted]);
  return awake;
}
