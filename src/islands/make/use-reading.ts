import { useCallback, useEffect, useRef, useState } from 'react';
import type { Problem } from '#model/api/problem';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { type PlaceMm, type Reading, usualReading } from '#model/reading';
import type { MendTool } from '#core/picture/gestures';
import type { PictureDoubt } from '#core/picture/judge-picture';
import { applyOperations } from '#core/make/apply';
import { problemToShow } from '#islands/shared/server-calls.ts';
import type { MakeStore } from './make-store';
import { PictureReader, type Proposal } from './picture-reader';

export type Finding = { stage: string; share: number } | { problem: Problem } | null;

export type ReadingDesk = {
  finding: Finding;
  doubt: PictureDoubt | null;
  /** The reading as wished: ahead of the document while one is under way. */
  reading: Reading;
  proposals: readonly Proposal[];
  reader: PictureReader | null;
  /** Reads with other settings or mends; the newest wish counts. */
  readAgain: (reading: Reading) => void;
  /** The picture was cut out anew: these operations say how; it is read again in the same step. */
  cutOutAnew: (operations: Operation[], mends: (reading: Reading) => Reading) => void;
  /** Gives up a reading that is under way or has failed, as an undo of what asked for it; false when there was none. */
  giveUp: () => boolean;
  /** A tap or stroke of a mending tool. Answers why it means nothing, or null. */
  mend: (tool: MendTool, points: PlaceMm[]) => Promise<string | null>;
};

type Wish = { reading: Reading; before: Operation[] };

function pictureOf(useMake: MakeStore): Picture | undefined {
  return useMake.getState().make?.pictures[0];
}

/** Reads the picture of a make in a worker, by itself the first time, then as the maker mends. */
export function useReading(useMake: MakeStore, picture: Picture | undefined, isOpen: boolean, isConflict: boolean): ReadingDesk {
  const [reader, setReader] = useState<PictureReader | null>(null);
  const [finding, setFinding] = useState<Finding>(null);
  const [doubt, setDoubt] = useState<PictureDoubt | null>(null);
  const [wished, setWished] = useState<Reading | null>(null);
  const [proposals, setProposals] = useState<readonly Proposal[]>([]);
  const wish = useRef<Wish | null>(null);
  const running = useRef(false);
  /** The cut-out of a reading that failed: it goes with the next try, so that nothing is lost while the server is away. */
  const failed = useRef<Operation[] | null>(null);
  /** Counts the readings given up: the answer to one of them is dropped. */
  const turn = useRef(0);
  const reading = wished ?? picture?.reading ?? usualReading;
  const needsRegions = picture !== undefined && picture.regionMap === undefined && finding === null && !isConflict;
  const isNeeded = picture !== undefined && (isOpen || needsRegions);

  useEffect(() => {
    if (!isNeeded) return;
    setReader((own) => own ?? new PictureReader(useMake.getState().blobOf));
  }, [isNeeded, useMake]);
  useEffect(() => () => reader?.close(), [reader]);

  const run = useCallback(async () => {
    if (!reader || running.current) return;
    running.current = true;
    const newest = (): Wish | null => wish.current;
    while (wish.current) {
      failed.current = null;
      const { reading: next, before } = wish.current;
      wish.current = null;
      const ownTurn = turn.current;
      try {
        const { make, editWithBlobs, record } = useMake.getState();
        const then = pictureOf(useMake);
        if (!make || !then) break;
        const isFirst = then.regionMap === undefined;
        const now = before.length > 0 ? applyOperations(make, before).pictures[0] : then;
        if (!now) break;
        const result = await reader.read(now, next, (stage, share) => setFinding({ stage, share }), before.length > 0 ? then : undefined);
        if (ownTurn !== turn.current) continue;
        if (pictureOf(useMake) !== then) {
          // Something else was edited meanwhile: what was read belongs to a picture that is no more. Read it again, as wished by now.
          const newer = newest();
          wish.current = { reading: newer?.reading ?? next, before: [...before, ...(newer?.before ?? [])] };
          continue;
        }
        setDoubt(result.doubt);
        const keep = isFirst ? record : editWithBlobs;
        keep([...before, ...result.operations], result.blobs);
        setFinding(null);
      } catch (error) {
        if (ownTurn !== turn.current) continue;
        failed.current = before;
        setFinding({ problem: problemToShow(error) });
      }
    }
    running.current = false;
    // What was wished is kept for another try.
    if (!failed.current) setWished(null);
  }, [reader, useMake]);

  const ask = useCallback(
    (next: Wish) => {
      wish.current = { reading: next.reading, before: [...(failed.current ?? []), ...(wish.current?.before ?? []), ...next.before] };
      failed.current = null;
      setWished(next.reading);
      void run();
    },
    [run],
  );

  useEffect(() => {
    if (needsRegions && reader) ask({ reading: pictureOf(useMake)?.reading ?? usualReading, before: [] });
  }, [needsRegions, reader, ask, useMake]);

  // The openings that may be closed, each time the document has another reading.
  const settled = JSON.stringify([picture?.reading ?? null, picture?.regionMap?.labelMap ?? null, picture?.grey.sha256 ?? null]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `settled` stands for all that the answer depends on.
  useEffect(() => {
    const own = pictureOf(useMake);
    if (!reader || !isOpen || !own?.regionMap) return;
    let current = true;
    reader.propose(own, own.reading ?? usualReading).then(
      (found) => current && setProposals(found),
      (error: unknown) => current && setFinding({ problem: problemToShow(error) }),
    );
    return () => {
      current = false;
    };
  }, [reader, isOpen, settled]);

  const giveUp = useCallback(() => {
    // The first reading is nobody's step.
    if ((!running.current && !failed.current) || pictureOf(useMake)?.regionMap === undefined) return false;
    turn.current++;
    wish.current = null;
    failed.current = null;
    setWished(null);
    setFinding(null);
    return true;
  }, [useMake]);
  const readAgain = useCallback((next: Reading) => ask({ reading: next, before: [] }), [ask]);
  const cutOutAnew = useCallback(
    (operations: Operation[], mends: (reading: Reading) => Reading) =>
      ask({ reading: mends(pictureOf(useMake)?.reading ?? usualReading), before: operations }),
    [ask, useMake],
  );
  const mend = useCallback(
    async (tool: MendTool, points: PlaceMm[]) => {
      const own = pictureOf(useMake);
      if (!reader || !own) return 'The picture is still being fetched.';
      const answer = await reader.gesture(own, reading, tool, points);
      if ('refusal' in answer) return answer.refusal;
      readAgain({ ...reading, mends: [...reading.mends, answer.mend] });
      return null;
    },
    [reader, reading, readAgain, useMake],
  );

  return { finding, doubt, reading, proposals, reader, readAgain, cutOutAnew, giveUp, mend };
}
