import { type ChildProcess, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ProblemError } from '#server/http/problem';
import { type Asker, answerWithinMs, calledOff, leastWorkMs, takeTurns, tooBusy } from '#server/http/turns';
import type { JobName, JobReply, Jobs } from './jobs';
import { NeedsRoomError } from './room';

export type WorkshopOptions = {
  /** Processes at once. Default 2. */
  most?: number;
  /** A job that takes longer is ended. Default 20,000. */
  longestMs?: number;
  /** Waiting and work together: whoever asks is answered within it, if need be with "try again". Default `answerWithinMs`. */
  answerMs?: number;
  /** Memory that a process may take for a job, beside what it began with. Default 190 MB: two of them and the application stay under 1 GB. */
  roomBytes?: number;
  /** The same for a picture that takes more, which is read alone. Default 620 MB. */
  largestRoomBytes?: number;
  /** A process that is not ready after so long is given up. Default 60,000. */
  startMs?: number;
  /** A process without work ends after so long. Default 120,000. */
  idleMs?: number;
};

type Hand = { process: ChildProcess; idle: ReturnType<typeof setTimeout> | null };

/** Does jobs in processes of their own, a few at once, each within a time and a memory. */
export type Workshop = {
  /**
   * @param asker who asks, and since when: its signal calls the job off. Default: from now on, never called off.
   * @throws ProblemError: what the job found wrong, or that it took too long or too much; 503 when others took the time.
   */
  work: <N extends JobName>(name: N, asked: Jobs[N]['asked'], asker?: Asker) => Promise<Jobs[N]['answer']>;
  /** Ends all processes. */
  close: () => void;
};

function tooMuch(what: string): ProblemError {
  return new ProblemError(422, {
    code: 'too-heavy',
    message: `This picture ${what}.`,
    remedy: 'Save it as a grey PNG of 8 bit, not interlaced, of 300 dots per inch at its size on paper, and bring that in.',
  });
}

/** Memory that a process holds, in bytes; 0 where the system does not tell. */
function residentBytes(pid: number): number {
  try {
    return Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * 4096;
  } catch {
    return 0;
  }
}

/** A process that has grown beyond this keeps its memory: the next job gets a fresh one, so that each begins with the same. */
const mostAtRestBytes = 220 * 1024 * 1024;

export function openWorkshop(options: WorkshopOptions = {}): Workshop {
  const {
    most = 2,
    longestMs = 20_000,
    answerMs = answerWithinMs,
    roomBytes = 190 * 1024 * 1024,
    largestRoomBytes = 620 * 1024 * 1024,
    startMs = 60_000,
    idleMs = 120_000,
  } = options;
  const rested: Hand[] = [];
  const all = new Set<Hand>();
  const turns = takeTurns(most, 200, { mostWaitMs: Math.max(answerMs / 2, answerMs - leastWorkMs) });

  const dismiss = (hand: Hand) => {
    all.delete(hand);
    hand.process.kill('SIGKILL');
  };
  const hire = (signal: AbortSignal | undefined): Promise<Hand> => {
    const process = spawn('node', ['--import', 'tsx', join('src', 'server', 'decode', 'child.ts')], {
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      serialization: 'advanced',
      // The application's own secrets are none of its business.
      env: { PATH: globalThis.process.env.PATH ?? '', HOME: '/nonexistent', NODE_ENV: 'production' },
    });
    process.unref();
    (process.channel as unknown as { unref?: () => void } | null)?.unref?.();
    const hand: Hand = { process, idle: null };
    all.add(hand);
    process.once('exit', () => {
      all.delete(hand);
      if (rested.includes(hand)) rested.splice(rested.indexOf(hand), 1);
    });
    // Told by its exit or by the job at hand; an error nobody hears would end the application.
    process.on('error', (error) => console.error(`A process that reads pictures: ${error.message}`));
    return new Promise((resolve, reject) => {
      const end = (settle: () => void) => {
        clearTimeout(clock);
        process.removeAllListeners('message');
        process.off('exit', onExit);
        signal?.removeEventListener('abort', onAbort);
        settle();
      };
      const giveUp = (error: Error) =>
        end(() => {
          dismiss(hand);
          reject(error);
        });
      const notReady = () => giveUp(new Error('A process that reads pictures did not start.'));
      const clock = setTimeout(notReady, startMs);
      const onExit = notReady;
      const onAbort = () => giveUp(calledOff());
      process.once('message', () => end(() => resolve(hand)));
      process.once('exit', onExit);
      signal?.addEventListener('abort', onAbort, { once: true });
    });
  };
  const rest = (hand: Hand) => {
    if (!hand.process.connected || residentBytes(hand.process.pid ?? 0) > mostAtRestBytes) return dismiss(hand);
    hand.idle = setTimeout(() => dismiss(hand), idleMs);
    hand.idle.unref();
    rested.push(hand);
  };
  const doJob = <N extends JobName>(hand: Hand, name: N, asked: Jobs[N]['asked'], { askedAt, signal }: Asker, room: number) =>
    new Promise<Jobs[N]['answer']>((resolve, reject) => {
      const { process } = hand;
      // Whatever it holds before it begins is not the job's.
      const mostBytes = residentBytes(process.pid ?? 0) + room;
      const leftMs = Math.max(0, answerMs - (performance.now() - askedAt));
      let settled = false;
      const settle = (end: () => void, isFit: boolean) => {
        if (settled) return;
        settled = true;
        clearTimeout(clock);
        clearInterval(watch);
        signal?.removeEventListener('abort', onAbort);
        process.removeAllListeners('message');
        process.off('exit', onExit);
        if (isFit) rest(hand);
        else dismiss(hand);
        end();
      };
      const overTime = () =>
        leftMs < longestMs ? tooBusy() : tooMuch(`takes longer than ${Math.round(longestMs / 1000)} seconds to read`);
      const clock = setTimeout(() => settle(() => reject(overTime()), false), Math.min(longestMs, leftMs));
      const watch = setInterval(() => {
        if (residentBytes(process.pid ?? 0) > mostBytes) settle(() => reject(tooMuch('takes more memory than there is for it')), false);
      }, 40);
      const onAbort = () => settle(() => reject(calledOff()), false);
      const onExit = () => settle(() => reject(tooMuch('could not be read: reading it ended the reader')), false);
      signal?.addEventListener('abort', onAbort, { once: true });
      process.once('exit', onExit);
      process.once('message', (reply: JobReply) => {
        if (reply.kind === 'answer') settle(() => resolve(reply.answer as Jobs[N]['answer']), true);
        else if (reply.kind === 'needsRoom') settle(() => reject(new NeedsRoomError(reply.bytes)), true);
        else if (reply.kind === 'ready') settle(() => reject(new Error('It began anew.')), false);
        else if (reply.kind === 'problem') settle(() => reject(new ProblemError(reply.status, reply.problem)), true);
        else settle(() => reject(new Error(reply.message)), true);
      });
      process.send({ name, asked, roomBytes: room }, (error) => {
        if (error) settle(() => reject(error), false);
      });
    });

  const withHand = async <N extends JobName>(name: N, asked: Jobs[N]['asked'], asker: Asker, room: number) => {
    const hand = rested.pop() ?? (await hire(asker.signal));
    if (hand.idle) clearTimeout(hand.idle);
    hand.idle = null;
    // A start that took all the time there was is not in vain: the process is there for whoever asks again.
    if (performance.now() - asker.askedAt >= answerMs) {
      rest(hand);
      throw tooBusy();
    }
    return doJob(hand, name, asked, asker, room);
  };

  return {
    work: async (name, asked, asker = { askedAt: performance.now() }) => {
      try {
        return await turns.inTurn(asker.signal, () => withHand(name, asked, asker, roomBytes));
      } catch (error) {
        if (!(error instanceof NeedsRoomError)) throw error;
        const room = Math.round(error.bytes * 1.2);
        if (room > largestRoomBytes)
          throw tooMuch(`takes ${Math.round(error.bytes / 1e6)} MB of memory to read, more than there is for it`);
        // Alone, and with nobody resting beside it.
        const alone = () => {
          for (const hand of rested.splice(0, rested.length - 1)) dismiss(hand);
          return withHand(name, asked, asker, room);
        };
        return turns.inTurn(asker.signal, alone, most);
      }
    },
    close: () => {
      for (const hand of all) dismiss(hand);
    },
  };
}

let opened: Workshop | undefined;

/** The workshop of this server process, opened at the first call. */
export function workshop(): Workshop {
  opened ??= openWorkshop();
  return opened;
}
