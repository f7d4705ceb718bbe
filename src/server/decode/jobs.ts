import type { DecodeAnswer, OriginalAnswer } from '#model/api/originals';
import type { Preparation } from '#model/preparation';
import type { ThumbnailAsked } from '#server/formats/thumbnail';
import type { PaperId } from '#server/formats/true-size';

/** Work that may take long or much memory: it is done in a process of its own, which can be ended. */
export type Jobs = {
  inspect: { asked: { bytes: Uint8Array }; answer: Omit<OriginalAnswer, 'sha256'> };
  decodeGrey: {
    asked: { bytes: Uint8Array; widthMm: number; preparation?: Preparation | undefined };
    answer: Omit<DecodeAnswer, 'sha256'> & { png: Uint8Array };
  };
  preview: { asked: { bytes: Uint8Array }; answer: Uint8Array };
  trueSize: {
    asked: { picture: { name: string; png: Uint8Array; widthMm: number; heightMm: number }; paper: PaperId };
    answer: Uint8Array;
  };
  /** Whether a JSON text is a region table. */
  checkTable: { asked: { text: Uint8Array }; answer: true };
  thumbnail: { asked: ThumbnailAsked; answer: Uint8Array };
};
export type JobName = keyof Jobs;

/** What is sent to the process, and what comes back: an answer, a problem in words, or an error nobody foresaw. */
export type JobMessage = { [N in JobName]: { name: N; asked: Jobs[N]['asked'] } }[JobName];
export type JobReply =
  | { kind: 'ready' }
  | { kind: 'answer'; answer: unknown }
  | { kind: 'problem'; status: number; problem: { code: string; message: string; remedy: string } }
  | { kind: 'error'; message: string };
