import { dequal } from 'dequal/lite';
import { useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import type { Problem } from '#model/api/problem';
import type { ColouredPicture } from '#model/coloured-picture';
import { type OriginalPlace, type Preparation, wholeOriginal } from '#model/preparation';
import type { Mend, PlaceMm } from '#model/reading';
import { counted } from '#core/make/counted';
import { pictureById } from '#core/make/picture-lookup';
import { formatLength, readLengthMm } from '#core/card/lengths';
import { areSoundCorners, betweenFrames, turnCorners, turnToLevel } from '#core/photo/frame';
import { lengthInWidths } from '#core/photo/sheet-proportions';
import { decodeAt } from '#islands/shared/originals.ts';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { sheetOfOriginal } from '#islands/shared/sheet-of-original.ts';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { ProblemNotice } from '#ui/words/notice.tsx';
import type { DeskStore } from './desk-store';
import type { MakeState, MakeStore } from '../../document/make-store';
import { putMend, removeMend } from './mend-edits';

type Props = { useMake: MakeStore; useDesk: DeskStore; picture: ColouredPicture; originalPx: { widthPx: number; heightPx: number } | null };

/** Mends moved to where their places lie in the new cut-out, and those of which it does not see a place. */
function movedMends(
  mends: readonly Mend[],
  move: (xMm: number, yMm: number) => [number, number] | null,
): { moved: Mend[]; unseen: Mend[] } {
  const moved: Mend[] = [];
  const unseen: Mend[] = [];
  for (const mend of mends) {
    const places = mend.kind === 'join' ? [mend.first, mend.second] : mend.kind === 'paper' ? [mend.at] : mend.points;
    const there = places.map(([x, y]): PlaceMm | null => move(x, y));
    const seen = there.filter((place) => place !== null);
    const [first, second] = seen;
    if (seen.length < places.length || !first) unseen.push(mend);
    else if (mend.kind === 'join') moved.push({ ...mend, first, second: second ?? first });
    else if (mend.kind === 'paper') moved.push({ ...mend, at: first });
    else moved.push({ ...mend, points: seen });
  }
  return { moved, unseen };
}

/** Length of the upper side of a cut-out in px of the original. */
function topLengthPx(
  { corners: [leftTop, rightTop] }: { corners: Preparation['corners'] },
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
): number {
  return Math.hypot((rightTop[0] - leftTop[0]) * widthPx, (rightTop[1] - leftTop[1]) * heightPx);
}

type CutOut = { preparation: Preparation; widthMm: number };

/** Has a picture cut out anew by the server and keeps it; its mends come along. @returns how many lay where the new cut-out does not see. @throws CallProblem */
async function cutOutPicture(edit: MakeState['edit'], picture: ColouredPicture, { preparation, widthMm }: CutOut): Promise<number> {
  const answer = await decodeAt({ originalSha256: picture.original.sha256, widthMm, preparation });
  const { sha256, widthPx, heightPx, heightMm, lineHex } = answer;
  const kept = picture.preparation ?? wholeOriginal;
  const move = betweenFrames(
    { preparation: kept, widthMm: picture.widthMm, heightMm: picture.heightMm },
    { preparation, widthMm, heightMm },
  );
  // The areas are found again by themselves, since the raster is another.
  let unseenCount = 0;
  edit((make) => {
    const { moved, unseen } = movedMends(pictureById(make, picture.id)?.mends ?? [], move);
    unseenCount = unseen.length;
    const fields = { preparation, widthMm, heightMm, grey: { sha256, widthPx, heightPx, ...(lineHex ? { lineHex } : {}) } };
    return [
      { kind: 'patch', entity: 'picture', id: picture.id, fields },
      ...moved.map((mend) => putMend(picture.id, mend)),
      ...unseen.map(({ id }) => removeMend(picture.id, id)),
    ];
  });
  return unseenCount;
}

/** Straightening, cropping and flattening by four corners; even light; the width on paper by a ruler. */
export function CutOutPanel({ useMake, useDesk, picture, originalPx }: Props) {
  const { corners: cornersInHand, ruler, set } = useDesk(useShallow(({ corners, ruler, set }) => ({ corners, ruler, set })));
  const edit = useMake(({ edit: own }) => own);
  const kept = picture.preparation ?? wholeOriginal;
  const corners = cornersInHand ?? kept.corners;
  const [evenLight, setEvenLight] = useState(kept.evenLight);
  const [width, setWidth] = useState<string | null>(null);
  const [rulerLength, setRulerLength] = useState('');
  const [working, setWorking] = useState(false);
  const [problem, setProblem] = useState<Problem | null>(null);
  if (!originalPx) return <p>Fetching the original …</p>;
  const { widthPx, heightPx } = originalPx;
  const across = (of: { corners: Preparation['corners'] }) => topLengthPx(of, originalPx);
  const isSound = areSoundCorners(corners);
  // Unless the maker says otherwise, a mm of the original stays a mm.
  const ownWidthMm = (picture.widthMm * across({ corners })) / across(kept);
  const rulerMm = readLengthMm(rulerLength, 'mm');
  const rulerWidths = ruler && isSound ? lengthInWidths({ corners, evenLight }, ruler, widthPx, heightPx) : 0;
  const byRulerMm = rulerMm && rulerWidths > 0.01 ? rulerMm / rulerWidths : null;
  const typedMm = width === null ? null : readLengthMm(width, 'mm');
  const widthMm = typedMm ?? byRulerMm ?? ownWidthMm;
  const isChanged = !dequal(corners, kept.corners) || evenLight !== kept.evenLight || Math.abs(widthMm - picture.widthMm) > 0.05;
  const turn = (degrees: number) => set({ corners: turnCorners(corners, degrees, widthPx, heightPx) });

  const cutOut = async () => {
    setWorking(true);
    setProblem(null);
    try {
      const unseenCount = await cutOutPicture(edit, picture, { preparation: { corners, evenLight }, widthMm });
      if (unseenCount > 0)
        set({ said: `${counted(unseenCount, 'mend')} lay where this cut-out does not see, and went; undo brings all back.` });
      set({ corners: null, ruler: null });
      setWidth(null);
      setRulerLength('');
    } catch (error) {
      setProblem(problemToShow(error));
    } finally {
      setWorking(false);
    }
  };

  return (
    <div className="space-y-4">
      <SheetFinder originalSha256={picture.original.sha256} onFound={(found) => set({ corners: found })} onProblem={setProblem} />
      <TurnButtons
        onTurn={(degrees) => turn(-degrees)}
        onWhole={() => set({ corners: wholeOriginal.corners })}
        onLevel={ruler ? () => turn(turnToLevel(corners, ruler, widthPx, heightPx)) : null}
      />
      <EvenLight isOn={evenLight} onTurn={setEvenLight} />
      <div className="grid gap-4 sm:grid-cols-2">
        <Field
          label="Width of the cut-out on paper"
          hint={`Now ${formatLength(widthMm, 'mm')}, ${formatLength(widthMm, 'in')}.`}
          value={width ?? formatLength(byRulerMm ?? ownWidthMm, 'mm')}
          onChange={(event) => setWidth(event.target.value)}
        />
        <RulerField
          hasRuler={ruler !== null}
          length={rulerLength}
          onLength={(length) => {
            setRulerLength(length);
            setWidth(null);
          }}
          onLay={(ends) => set({ ruler: ends })}
        />
      </div>
      {!isSound && <p role="alert">The corners cross each other. Put them back round the picture, left top first.</p>}
      {problem && <ProblemNotice problem={problem} />}
      <CutOutButtons
        canCut={isSound && isChanged && !working}
        isWorking={working}
        onCut={() => void cutOut()}
        onLeave={cornersInHand && (() => set({ corners: null }))}
      />
    </div>
  );
}

type CutOutButtonsProps = { canCut: boolean; isWorking: boolean; onCut: () => void; onLeave: (() => void) | null };

function CutOutButtons({ canCut, isWorking, onCut, onLeave }: CutOutButtonsProps) {
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button weight="main" disabled={!canCut} onClick={onCut}>
        {isWorking ? 'Cutting out …' : 'Cut it out like this'}
      </Button>
      {onLeave && <Button onClick={onLeave}>Leave it as it was</Button>}
      <p className="min-w-44 flex-1 text-sm text-soft">The original is kept. Elements, areas and mends come along.</p>
    </div>
  );
}

function EvenLight({ isOn, onTurn }: { isOn: boolean; onTurn: (isOn: boolean) => void }) {
  return (
    <label className="flex min-h-11 items-center gap-3">
      <input type="checkbox" checked={isOn} onChange={(event) => onTurn(event.target.checked)} className="size-6 accent-accent" />
      Even out the light: grey or shaded paper becomes white
    </label>
  );
}

type TurnProps = { onTurn: (degrees: number) => void; onWhole: () => void; onLevel: (() => void) | null };

/** Turns what is seen, clockwise by so many degrees, or back to all of the original. */
function TurnButtons({ onTurn, onWhole, onLevel }: TurnProps) {
  return (
    <fieldset>
      <legend className="font-semibold">Turn the drawing</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {[-90, -1, -0.2, 0.2, 1, 90].map((degrees) => (
          <Button key={degrees} aria-label={`Turn the drawing by ${degrees} degrees`} onClick={() => onTurn(degrees)}>
            {degrees > 0 ? '+' : '−'}
            {Math.abs(degrees)}°
          </Button>
        ))}
        <Button onClick={onWhole}>Whole original</Button>
        {onLevel && <Button onClick={onLevel}>Level with the ruler</Button>}
      </div>
    </fieldset>
  );
}

type RulerProps = {
  hasRuler: boolean;
  length: string;
  onLength: (length: string) => void;
  onLay: (ends: [OriginalPlace, OriginalPlace]) => void;
};

/** How long a ruler that is laid on the original is on paper; or a button that lays one. */
function RulerField({ hasRuler, length, onLength, onLay }: RulerProps) {
  if (hasRuler) {
    return (
      <Field
        label="The ruler is so long on paper"
        hint="Lay its ends on something you know."
        placeholder="50 mm or 2 in"
        value={length}
        onChange={(event) => onLength(event.target.value)}
      />
    );
  }
  return (
    <div className="self-end">
      <Button
        onClick={() =>
          onLay([
            [0.25, 0.5],
            [0.75, 0.5],
          ])
        }
      >
        Lay a ruler on it
      </Button>
    </div>
  );
}

type SheetProps = {
  originalSha256: string;
  onFound: (corners: Preparation['corners']) => void;
  onProblem: (problem: Problem | null) => void;
};

/** Seeks the sheet of paper in a photo and puts the corners on it. */
function SheetFinder({ originalSha256, onFound, onProblem }: SheetProps) {
  const [sheetSaid, setSheetSaid] = useState('');
  const seekSheet = async () => {
    onProblem(null);
    setSheetSaid('Looking for the edges of the sheet …');
    try {
      const found = await sheetOfOriginal(originalSha256);
      if (found) onFound(found);
      setSheetSaid(
        found
          ? 'The corners lie on the edges of the sheet. Look at each, then say how wide the sheet is.'
          : 'No edge of a light sheet on a darker ground is seen here. Put the corners by hand.',
      );
    } catch (error) {
      setSheetSaid('');
      onProblem(problemToShow(error));
    }
  };

  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <p className="min-w-64 flex-1">Put the four corners round the picture: crop it, straighten it, or flatten a photo taken askew.</p>
        <Button onClick={() => void seekSheet()}>Find the sheet</Button>
      </div>
      <p role="status" className={sheetSaid ? '' : 'sr-only'}>
        {sheetSaid}
      </p>
    </>
  );
}
