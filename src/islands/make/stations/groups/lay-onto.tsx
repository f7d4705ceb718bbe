import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { nameOfColouring } from '#core/make/coloured';
import { counted } from '#core/make/counted';
import { areaMm2Of } from '#core/make/picture-lookup';
import { closeE00 } from '#core/groups/instead';
import { proposeLadders } from '#core/recipe/lay-onto';
import { titleOfRecipe } from '#core/recipe/recipe-in-short';
import { ReadingNotice } from '#islands/shared/reading-notice.tsx';
import { problemToShow } from '#islands/shared/server-calls.ts';
import { StoppedError, useFiles } from '#islands/shared/use-files.ts';
import type { ReadRecipe } from '#model/api/recipes';
import type { Ladder } from '#model/ladder';
import { Button } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';
import type { TranslatedElement } from '#workers/recipe-reading';
import { mostSpotRungs } from '../elements/elements-acts';
import { giveLadders, wouldGive } from './groups-acts';
import type { GroupsProps } from './groups-props';
import { Translated } from './translated';

/** A ladder of the recipe is named by its place; this is none. */
const none = -1;
/** Ladders offered for an element, beside the one that is proposed; of a longer recipe the others are taken in hand below. */
const mostOffered = 100;

/** A kept recipe laid onto this picture: which element gets which of its ladders, with the markers that are there now; each mended by a tap. */
export function LayOnto({ useMake, useGroups, make, picture, table, read }: GroupsProps & { read: ReadRecipe }) {
  const rack = useMake((state) => state.rack);
  const { recipe } = read.kept;
  const { reading, read: ask, stop } = useFiles();
  const [translated, setTranslated] = useState<readonly TranslatedElement[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  /** What a hand chose in place of the proposal, by element id. */
  const [mended, setMended] = useState<ReadonlyMap<string, number>>(new Map());
  const [openId, setOpen] = useState<string | null>(null);
  const only = make.onlyMarkers;
  const proposals = useMemo(
    () =>
      proposeLadders(
        recipe.elements,
        picture.elements.map((element) => ({ ...element, areaMm2: areaMm2Of(element, table) })),
      ),
    [recipe, picture.elements, table],
  );
  const translate = useEffectEvent(() => {
    const request = {
      elements: recipe.elements,
      markers: recipe.markers,
      lines: rack.lines,
      ...(only ? { only: only.map(({ markerId }) => markerId) } : {}),
    };
    ask('Translating the ladders', (api, onProgress) => api.translate(request, rack.markers, onProgress)).then(
      setTranslated,
      (error: unknown) => {
        if (!(error instanceof StoppedError)) setProblem(problemToShow(error).message);
      },
    );
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: with another rack, or less of it, the ladders are others.
  useEffect(() => translate(), [recipe, rack.markers, only]);
  const rows = proposals.map((proposal) => {
    const element = picture.elements.find(({ id }) => id === proposal.elementId);
    const from = mended.get(proposal.elementId) ?? proposal.from ?? none;
    const why = mended.has(proposal.elementId) ? 'by your hand' : proposal.from === null ? '' : proposal.why;
    return { element, from, why, found: translated?.[from]?.found };
  });
  const ladders = new Map(
    rows.flatMap(({ element, found }) =>
      element && found && 'ladder' in found ? [[element.id, fitting(found.ladder, element.spot !== undefined)] as const] : [],
    ),
  );
  const of = nameOfColouring(picture);
  const stores = { useMake, useGroups, of };
  const show = (shown: ReadonlyMap<string, Ladder>) =>
    useGroups.getState().set({ preview: [...shown].flatMap(([id, ladder]) => wouldGive(of, id, ladder)) });
  const take = (taken: ReadonlyMap<string, Ladder>) => {
    if (!giveLadders(stores, taken)) return;
    const names = picture.elements.filter(({ id }) => taken.has(id)).map(({ name }) => name);
    useGroups.getState().set({ said: `Laid onto ${names.join(', ')}.` });
  };
  const given = [...ladders].filter(([id]) => picture.elements.some((own) => own.id === id && sameLadder(own.ladder, ladders.get(id))));
  const waiting = new Map([...ladders].filter(([id]) => !given.some(([other]) => other === id)));
  const offered = useMemo(
    () => recipe.elements.slice(0, mostOffered).map(({ name }, place) => ({ value: place, name: `${place + 1} ${name}` })),
    [recipe],
  );
  const optionsWith = (from: number) => [
    { value: none, name: 'nothing of it' },
    ...offered,
    ...(from >= mostOffered ? [{ value: from, name: `${from + 1} ${recipe.elements[from]?.name ?? ''}` }] : []),
  ];
  const { paper } = picture.colouring;
  return (
    <section aria-label="Laid onto this picture" className="space-y-3" data-laid={translated ? 'there' : 'coming'}>
      <h3 className="text-lg">{titleOfRecipe(read.kept, read.notes)}</h3>
      {recipe.paper && (
        <p className="text-sm">
          It was coloured on {recipe.paper}
          {paper === undefined
            ? '; this picture’s paper is not said.'
            : paper === recipe.paper
              ? ', as this is.'
              : `; this is on ${paper}: test the pairs on a scrap.`}
        </p>
      )}
      {(read.notes.nextTime ?? []).length > 0 && (
        <p className="border-l-8 border-ink bg-paper px-4 py-2 text-sm" data-next-time>
          You wished for next time: {(read.notes.nextTime ?? []).join('; ')}.
        </p>
      )}
      <ReadingNotice reading={reading} onStop={stop} />
      {problem && <p role="alert">{problem}</p>}
      <p className="flex flex-wrap items-center gap-3">
        <Button
          weight="main"
          disabled={waiting.size === 0}
          onPointerEnter={() => show(waiting)}
          onPointerLeave={() => show(new Map())}
          onFocus={() => show(waiting)}
          onBlur={() => show(new Map())}
          onClick={() => take(waiting)}
        >
          Lay {counted(waiting.size, 'ladder')} on
        </Button>
        {given.length > 0 && <span className="text-sm text-soft">{given.length} laid already.</span>}
      </p>
      {picture.elements.length === 0 && <p>This picture has no elements yet. Gather them at Elements, then lay the recipe on.</p>}
      <ul className="divide-y divide-edge border-y border-edge">
        {rows.map(({ element, from, why, found }) => {
          if (!element) return null;
          const ladder = ladders.get(element.id);
          return (
            <li key={element.id} className="space-y-1 py-2" data-lay={element.name} data-from={recipe.elements[from]?.name ?? ''}>
              <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
                <strong className="min-w-28">{element.name}</strong>
                <Choice
                  label={`Ladder for ${element.name}`}
                  labelAt="hidden"
                  isSmall
                  options={optionsWith(from)}
                  value={from}
                  onChoose={(place) => setMended(new Map(mended).set(element.id, place))}
                />
                {why && (
                  <span className="text-sm text-soft">
                    {why}
                    {found && 'ladder' in found && found.isAsWritten && '; as it was written'}
                  </span>
                )}
              </div>
              {found && 'problem' in found && <p className="text-sm">▲ {found.problem}</p>}
              {found && 'ladder' in found && ladder && (
                <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
                  {found.rungs.slice(0, ladder.rungs.length).map(({ to }, rung) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: rungs do not move.
                    <DoubleChip key={rung} lab={to.lab} twoCoats={to.twoCoats} code={to.code} />
                  ))}
                  <Button
                    weight="quiet"
                    className="text-sm"
                    onPointerEnter={() => show(new Map([[element.id, ladder]]))}
                    onPointerLeave={() => show(new Map())}
                    disabled={!waiting.has(element.id)}
                    onClick={() => take(new Map([[element.id, ladder]]))}
                  >
                    {waiting.has(element.id) ? `Lay it on ${element.name}` : 'Laid'}
                  </Button>
                  {!found.isAsWritten && (
                    <Button
                      weight="quiet"
                      className="text-sm"
                      aria-expanded={openId === element.id}
                      onClick={() => setOpen(openId === element.id ? null : element.id)}
                    >
                      translated, {found.rungs.some(({ difference }) => difference > closeE00) ? 'far off' : 'close'}
                    </Button>
                  )}
                </div>
              )}
              {openId === element.id && found && 'ladder' in found && <Translated found={found} rack={rack} />}
            </li>
          );
        })}
      </ul>
      <LeftOver
        rows={(translated ?? []).flatMap(({ name, found }, place) =>
          rows.some(({ from }) => from === place) ? [] : [{ place, name, found }],
        )}
        onTake={(ladder) => {
          useMake.getState().takeInHand({ kind: 'ladder', ladder, elementId: null });
          useGroups.getState().set({ step: 'ladders', preview: null });
        }}
      />
    </section>
  );
}

/** Ladders shown at once; more at a press. */
const shownAtOnce = 40;

/** Ladders of the recipe that no element here gets: each may be taken in hand and laid by a tap. */
function LeftOver({ rows, onTake }: { rows: readonly (TranslatedElement & { place: number })[]; onTake: (ladder: Ladder) => void }) {
  const [shown, setShown] = useState(shownAtOnce);
  if (rows.length === 0) return null;
  return (
    <section aria-label="Of no element here" className="space-y-2">
      <h4>Its other ladders</h4>
      <ul className="space-y-1">
        {rows.slice(0, shown).map(({ place, name, found }) => (
          <li key={place} className="flex flex-wrap items-center gap-x-2 gap-y-1" data-left-over={name}>
            <strong>{name}</strong>
            {'problem' in found ? (
              <span className="text-sm">▲ {found.problem}</span>
            ) : (
              <>
                {found.rungs.map(({ to }, rung) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: rungs do not move.
                  <DoubleChip key={rung} lab={to.lab} twoCoats={to.twoCoats} code={to.code} />
                ))}
                <Button weight="quiet" className="text-sm" onClick={() => onTake(found.ladder)}>
                  Take it in hand
                </Button>
              </>
            )}
          </li>
        ))}
      </ul>
      {rows.length > shown && (
        <Button onClick={() => setShown(shown + shownAtOnce)}>Show {Math.min(shownAtOnce, rows.length - shown)} more</Button>
      )}
    </section>
  );
}

/** A soft spot takes fewer markers: the lightest of them, since it fades. */
function fitting(ladder: Ladder, isSpot: boolean): Ladder {
  return isSpot ? { ...ladder, rungs: ladder.rungs.slice(0, mostSpotRungs) } : ladder;
}

const sameLadder = (one: Ladder | undefined, other: Ladder | undefined): boolean =>
  one !== undefined &&
  other !== undefined &&
  one.order === other.order &&
  one.rungs.map(({ markerId }) => markerId).join() === other.rungs.map(({ markerId }) => markerId).join();
