import { useShallow } from 'zustand/react/shallow';
import type { Relief } from '#model/body';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Picture } from '#model/picture';
import { elementTint } from '#core/colour/element-tints';
import { counted } from '#core/make/counted';
import type { IndexedTable } from '#core/make/region-tables';
import { asProposed, layOn, setRelief, type StandingEdit } from '#core/scene/standing-edits';
import { type PictureBody, type PictureStanding, standingOfPicture } from '#core/scene/standing-of-picture';
import { Choice } from '#ui/controls/choice.tsx';
import { Button } from '#ui/controls/button.tsx';
import { TintChip } from '#ui/picture/tint-chip.tsx';
import type { ElementsDesk } from './elements-desk';
import { regionName } from './elements-overlay';
import type { MakeStore } from '../../document/make-store';
import { editOf } from './elements-hand';

type Props = { useMake: MakeStore; useElements: ElementsDesk; picture: ColouredPicture; table: IndexedTable };

const newId = () => crypto.randomUUID();

/** Reliefs in the words of the trade. */
const reliefs: readonly { words: string; relief: Relief | null }[] = [
  { words: 'As it is', relief: null },
  { words: 'Flatter', relief: { kind: 'round', strength: 0.5 } },
  { words: 'Rounder', relief: { kind: 'round', strength: 1.6 } },
  { words: 'Ridge along it', relief: { kind: 'ridge' } },
  { words: 'Hollow', relief: { kind: 'hollow' } },
  { words: 'Flat', relief: { kind: 'flat' } },
  { words: 'Tilted', relief: { kind: 'tilted', towardsDeg: 0 } },
  { words: 'Pattern', relief: { kind: 'pattern' } },
];
const sides = [
  [0, 'up'],
  [45, 'up right'],
  [90, 'right'],
  [135, 'down right'],
  [180, 'down'],
  [225, 'down left'],
  [270, 'left'],
  [315, 'up left'],
] as const;

const isRelief = (relief: Relief | undefined, wished: Relief | null): boolean =>
  wished === null ? relief === undefined : relief?.kind === wished.kind && (relief.strength ?? 1) === (wished.strength ?? 1);

/** Elements that a body is of. */
function bodyName(picture: ColouredPicture, table: IndexedTable, { regionIds }: PictureBody): string {
  const names = [...new Set(regionIds.map((id) => regionName(picture, table, id)))];
  return names.length > 3 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ');
}

/** Bodies: regions that are one rounded thing, whatever their colours. All are proposed; a tap mends one. */
export function BodiesPanel({ useMake, useElements, picture, table }: Props) {
  const { bodyAt, bodyAct, set } = useElements(useShallow((state) => ({ bodyAt: state.bodyAt, bodyAct: state.bodyAct, set: state.set })));
  const standing = standingOfPicture(picture, table);
  const several = standing.bodies.filter(({ regionIds }) => regionIds.length > 1);
  const held = bodyAt === null ? undefined : standing.bodyOf.get(bodyAt);
  const lost = standing.bodies.filter(({ lostIds }) => lostIds.length > 0);
  return (
    <div className="space-y-3">
      <p>A body is shaded as one rounded thing, whatever its colours. {held ? '' : 'Tap an area to take its body in hand.'}</p>
      {lost.map((body) => (
        <p key={body.id} role="status" className="border-l-8 border-ink bg-paper px-4 py-2" data-body-lost>
          {counted(body.lostIds.length, 'area')} of the body {body.regionIds.length > 0 ? `“${bodyName(picture, table, body)}” ` : ''}
          {body.lostIds.length === 1 ? 'was' : 'were'} not found in the newest reading. Nothing is lost: if it comes back, it is of this
          body again.
        </p>
      ))}
      {held && <BodyCard {...{ useMake, useElements, picture, table, standing, held, bodyAct }} bodyAt={bodyAt as string} />}
      <h3 className="font-display text-lg font-semibold">
        {counted(several.length, 'body of several areas', 'bodies of several areas')}
        <span className="ml-2 text-base font-normal text-soft">
          {standing.bodies.filter(({ source }) => source === 'yours').length} changed by you
        </span>
      </h3>
      <ul className="divide-y divide-edge border-y border-edge">
        {several.map((body, index) => (
          <li key={body.id ?? body.regionIds[0]}>
            <button
              type="button"
              aria-pressed={body === held}
              className={`flex min-h-11 w-full items-center gap-2 px-2 text-left ${body === held ? 'bg-paper shadow-[inset_5px_0_0_var(--color-ink)]' : 'hover:bg-paper'}`}
              onClick={() => set({ bodyAt: body === held ? null : (body.regionIds[0] ?? null), bodyAct: 'choose', said: '' })}
            >
              <TintChip tint={elementTint(index)} />
              <span className="min-w-0 flex-1 truncate font-semibold">{bodyName(picture, table, body)}</span>
              <span className="text-sm text-soft">
                {counted(body.regionIds.length, 'area')}, {body.source}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

type CardProps = Props & { standing: PictureStanding; held: PictureBody; bodyAt: string; bodyAct: 'choose' | 'take' | 'layOn' };

function BodyCard({ useMake, useElements, picture, table, standing, held, bodyAt, bodyAct }: CardProps) {
  const { set } = useElements.getState();
  const act = (change: (now: Picture) => StandingEdit) => set({ said: editOf(useMake, picture.id, change)?.said ?? '' });
  const host = held.on === undefined ? undefined : standing.bodyOf.get(held.on);
  const turnTo = (towards: 'take' | 'layOn') => set({ bodyAct: bodyAct === towards ? 'choose' : towards, said: '' });
  return (
    <div className="space-y-2 border-l-8 border-ink bg-paper p-3" data-body={held.source} data-body-areas={held.regionIds.length}>
      <p>
        <strong>{bodyName(picture, table, held)}</strong>, {counted(held.regionIds.length, 'area')},{' '}
        {held.source === 'proposed' ? 'proposed' : 'as you made it'}
      </p>
      <fieldset>
        <legend className="text-sm font-semibold">Its relief</legend>
        <div className="flex flex-wrap gap-1">
          {reliefs.map(({ words, relief }) => (
            <button
              key={words}
              type="button"
              aria-pressed={isRelief(held.relief, relief)}
              className={`min-h-9 border border-ink px-2 pointer-coarse:min-h-11 ${isRelief(held.relief, relief) ? 'bg-ink text-paper' : 'bg-paper hover:bg-bench'}`}
              onClick={() => act((now) => setRelief(now, table, bodyAt, relief, newId))}
            >
              {words}
            </button>
          ))}
          {held.relief?.kind === 'tilted' && (
            <Choice
              label="It looks"
              isSmall
              options={sides.map(([degrees, words]) => ({ value: degrees, name: words }))}
              value={held.relief.towardsDeg ?? 0}
              onChoose={(towardsDeg) => act((now) => setRelief(now, table, bodyAt, { kind: 'tilted', towardsDeg }, newId))}
            />
          )}
        </div>
      </fieldset>
      <p>{host ? `It lies on ${bodyName(picture, table, host)}: the form goes on beneath it.` : 'It lies on nothing.'}</p>
      <div className="flex flex-wrap gap-2">
        <Button
          aria-pressed={bodyAct === 'take'}
          className={bodyAct === 'take' ? '!bg-ink !text-paper' : ''}
          onClick={() => turnTo('take')}
        >
          {bodyAct === 'take' ? 'Tap what is of it, or not: end' : 'Take areas in or let go'}
        </Button>
        <Button
          aria-pressed={bodyAct === 'layOn'}
          className={bodyAct === 'layOn' ? '!bg-ink !text-paper' : ''}
          onClick={() => turnTo('layOn')}
        >
          {bodyAct === 'layOn' ? 'Tap what lies beneath it' : 'Lay it on another'}
        </Button>
        {host && <Button onClick={() => act((now) => layOn(now, table, bodyAt, null, newId))}>It lies on nothing</Button>}
        {held.source === 'yours' && <Button onClick={() => act((now) => asProposed(now, table, bodyAt))}>As proposed</Button>}
      </div>
    </div>
  );
}
