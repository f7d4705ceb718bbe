import { useEffect, useRef } from 'react';
import { counted } from '#core/make/counted';
import type { KeptBandMap } from '#core/recipe/kept-band-map';
import { type Choice, compareChecks, type KeptCheck } from '#core/session/checks';
import { findingTitle, sizeWords } from '#core/session/finding-words';
import { mendWay, whereInPlace } from '#core/session/mend-ways';
import type { SessionState } from '#core/session/session-state';
import { alongAddress } from '#islands/shared/session-calls.ts';
import type { ReadSession } from '#model/api/sessions';
import type { KeptFinding, SessionEntry, SessionPicture } from '#model/session';
import { Button, buttonLook } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';

type Props = {
  session: ReadSession;
  state: SessionState;
  picture: SessionPicture;
  map: KeptBandMap;
  copy?: number | undefined;
  checks: readonly KeptCheck[];
  check: KeptCheck;
  choices: ReadonlyMap<string, Choice>;
  nameOf: (place: number) => string;
  inHand: string | null;
  onInHand: (finding: string | null) => void;
  onShow: (check: string) => void;
  write: (entry: SessionEntry) => Promise<void>;
};

const timeOf = (atMs: number) => new Date(atMs).toTimeString().slice(0, 5);

/** What a photo shows, worst first; each is mended by a mark or left as it is. */
export function FindingsList({
  session,
  state,
  picture,
  map,
  copy,
  checks,
  check,
  choices,
  nameOf,
  inHand,
  onInHand,
  onShow,
  write,
}: Props) {
  const { findings, notJudged } = check;
  const before = checks[checks.findIndex(({ id }) => id === check.id) - 1];
  const since = before && compareChecks(before, check);
  const mends = state.marks.slice(session.head.marks.length).filter(({ id }) => state.standings.get(id)?.state === 'open').length;
  const judge = (finding: KeptFinding, choice: Choice) => {
    const way = choice === 'mend' ? mendWay(finding, picture.widthMm, { checkId: check.id, picture, map, state, copy }) : null;
    return write({
      ...{ id: crypto.randomUUID(), atMs: Date.now(), kind: 'judged', check: check.id, finding: finding.id, choice },
      ...(way ? { marks: way.marks } : {}),
    });
  };
  const pale = [...new Set(notJudged.map(nameOf))];
  return (
    <>
      {checks.length > 1 && (
        <ChoiceButtons
          label="Which photo"
          choices={checks.map(({ id, atMs }, index) => ({ id, name: `${index + 1}: ${timeOf(atMs)}` }))}
          chosen={check.id}
          onChoose={onShow}
        />
      )}
      <h2 className="text-2xl" data-findings={findings.length}>
        {findings.length === 0 ? 'Nothing is otherwise than planned' : `${counted(findings.length, 'thing')} to look at`}
      </h2>
      {since && (
        <p data-since>
          Since the photo before: {since.gone.length} gone, {since.still.length} still there, {since.fresh.length} new.
        </p>
      )}
      <ol className="space-y-2">
        {findings.map((finding, index) => (
          <FindingRow
            key={finding.id}
            {...{ finding, nameOf, index }}
            where={finding.places[0] === undefined ? '' : whereInPlace(map, finding.places[0], finding, picture.widthMm)}
            way={mendWay(finding, picture.widthMm, { checkId: check.id, picture, map, state, copy })}
            choice={choices.get(finding.id) ?? 'open'}
            isInHand={inHand === finding.id}
            onTake={() => onInHand(inHand === finding.id ? null : finding.id)}
            onJudge={(choice) => void judge(finding, choice)}
          />
        ))}
      </ol>
      {pale.length > 0 && (
        <p className="text-sm" data-not-judged>
          Not judged, since no photo shows so pale or so small a colour for sure: {pale.join(', ')}.
        </p>
      )}
      {mends > 0 && (
        <a href={alongAddress(session.id)} className={`${buttonLook('main')} min-h-20 w-full text-xl`}>
          Colour the last round: {counted(mends, 'mark')}
        </a>
      )}
    </>
  );
}

type RowProps = {
  finding: KeptFinding;
  index: number;
  nameOf: (place: number) => string;
  where: string;
  way: ReturnType<typeof mendWay>;
  choice: Choice;
  isInHand: boolean;
  onTake: () => void;
  onJudge: (choice: Choice) => void;
};

function FindingRow({ finding, index, nameOf, where, way, choice, isInHand, onTake, onJudge }: RowProps) {
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (isInHand) row.current?.scrollIntoView({ block: 'nearest' });
  }, [isInHand]);
  const [mark] = way?.marks ?? [];
  return (
    <li ref={row} data-finding={finding.kind} data-choice={choice} className={`bg-paper ${isInHand ? 'outline-3 outline-ink' : ''}`}>
      <button
        type="button"
        onClick={onTake}
        aria-expanded={isInHand}
        className="flex min-h-14 w-full items-center gap-3 px-3 py-1 text-left"
      >
        <span className="grid size-8 shrink-0 place-items-center rounded-full border-2 border-ink font-code">{index + 1}</span>
        <span className={`flex-1 ${choice === 'leave' ? 'text-soft line-through' : ''}`}>
          <strong>{findingTitle(finding, nameOf)}</strong>
          <span className="block text-sm text-soft">
            {where}, {sizeWords(finding)}
            {finding.looksLike && `, it looks like ${finding.looksLike}`}
          </span>
        </span>
        {choice !== 'open' && <span className="text-sm">{choice === 'mend' ? 'in the last round' : 'left'}</span>}
      </button>
      {isInHand && (
        <div className="space-y-2 border-t border-edge px-3 py-2">
          {way && mark ? (
            <p className="flex items-start gap-2">
              {mark.lab && <DoubleChip lab={mark.lab} code={mark.code} />}
              <span>{way.words}</span>
            </p>
          ) : (
            <p>Nothing was planned there, so there is no mark for it.</p>
          )}
          <p className="flex flex-wrap gap-2">
            {way && (
              <Button aria-pressed={choice === 'mend'} onClick={() => onJudge(choice === 'mend' ? 'open' : 'mend')}>
                Mend it
              </Button>
            )}
            <Button aria-pressed={choice === 'leave'} onClick={() => onJudge(choice === 'leave' ? 'open' : 'leave')}>
              Leave it
            </Button>
          </p>
        </div>
      )}
    </li>
  );
}
