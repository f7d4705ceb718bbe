import type { CollisionWish, LookedAtBundle, LookedAtMake, NeededMarker } from '#model/api/bundles';
import { counted } from '#core/make/counted';
import { Button } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { DoubleChip } from '#ui/ladder/double-chip.tsx';

type Props = {
  name: string;
  looked: LookedAtBundle;
  wishes: Readonly<Record<string, CollisionWish>>;
  onWish: (makeId: string, wish: CollisionWish) => void;
  /** Makes that are not to come in. */
  without: ReadonlySet<string>;
  onTurn: (makeId: string) => void;
  isBusy: boolean;
  onTake: () => void;
  onLeave: () => void;
};

/** What is in a file that was sent, what is here of it, and what the rack can do of it; nothing has been changed yet. */
export function LookedAt({ name, looked, wishes, onWish, without, onTurn, isBusy, onTake, onLeave }: Props) {
  const { makes, newMarkers, newLines, newSupplies, newSchools, looseRecipes, otherFiles } = looked;
  const coming = makes.filter(({ id }) => !without.has(id));
  const open = coming.filter(({ id, standing }) => standing === 'differs' && !wishes[id]);
  const comesNew = coming.filter(({ id, standing }) => standing === 'new' || (standing === 'differs' && wishes[id] !== 'mine'));
  return (
    <section aria-label={`What is in ${name}`} className="space-y-4">
      <p>
        <strong>{name}</strong> holds {counted(makes.length, 'make')}
        {looseRecipes > 0 && ` and ${counted(looseRecipes, 'recipe')} of others`}. Nothing has come in yet.
      </p>
      <ul className="space-y-4">
        {makes.map((make) => (
          <li key={make.id} className="bg-bench p-4" data-standing={make.standing}>
            <MakeInFile
              make={make}
              wish={wishes[make.id] ?? null}
              onWish={(wish) => onWish(make.id, wish)}
              isOut={without.has(make.id)}
              onTurn={() => onTurn(make.id)}
            />
          </li>
        ))}
      </ul>
      {newMarkers > 0 && (
        <p>
          {counted(newMarkers, 'marker')} {newMarkers === 1 ? 'is' : 'are'} not in your rack. {newMarkers === 1 ? 'It comes' : 'They come'}{' '}
          as not owned, so that the colours can be seen{newLines.length > 0 && `; new lines: ${newLines.join(', ')}`}.
        </p>
      )}
      {newSupplies.length > 0 && <p>New papers and inks: {newSupplies.join(', ')}.</p>}
      {newSchools.length > 0 && <p>New schools: {newSchools.join(', ')}.</p>}
      {otherFiles > 0 && (
        <p>
          {counted(otherFiles, 'file')} in it {otherFiles === 1 ? 'is none' : 'are none'} of ours and stay out.
        </p>
      )}
      <p className="flex flex-wrap items-center gap-3">
        <Button weight="main" disabled={isBusy || open.length > 0} onClick={onTake}>
          {comesNew.length === 0 ? 'Done, bring nothing in' : `Bring in ${counted(comesNew.length, 'make')}`}
        </Button>
        <Button disabled={isBusy} onClick={onLeave}>
          Leave it
        </Button>
        {open.length > 0 && <span>First say what becomes of {open.map((make) => make.name).join(', ')}.</span>}
      </p>
    </section>
  );
}

const wishNames: readonly { id: CollisionWish; name: string }[] = [
  { id: 'both', name: 'Keep both' },
  { id: 'mine', name: 'Keep mine' },
  { id: 'theirs', name: 'Take theirs' },
];
const wishWords: Record<CollisionWish, string> = {
  both: 'Theirs comes in as another make; yours stays as it is.',
  mine: 'Theirs stays out.',
  theirs: 'Yours is replaced by theirs and does not come back; versions of its recipe that you kept stay.',
};

type MakeProps = {
  make: LookedAtMake;
  wish: CollisionWish | null;
  onWish: (wish: CollisionWish) => void;
  isOut: boolean;
  onTurn: () => void;
};

function MakeInFile({ make, wish, onWish, isOut, onTurn }: MakeProps) {
  const { name, pictures, elements, recipes, sessions, standing, here, markers } = make;
  return (
    <div className="space-y-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-xl">{name}</h2>
        <p className="flex-1 text-soft">
          {[
            counted(pictures, 'picture'),
            counted(elements, 'element'),
            ...(recipes > 0 ? [counted(recipes, 'kept version')] : []),
            ...(sessions > 0 ? [counted(sessions, 'sitting')] : []),
          ].join(', ')}
        </p>
        {standing !== 'alike' && (
          <label className="flex min-h-11 items-center gap-2">
            <input type="checkbox" className="size-6 accent-accent" checked={!isOut} onChange={onTurn} aria-label={`${name} comes in`} />
            comes in
          </label>
        )}
      </div>
      {standing === 'alike' && <p>It is here already, the same. Nothing comes of it but versions that you do not have.</p>}
      {standing === 'differs' && here && !isOut && (
        <div className="space-y-2 border-l-8 border-ink bg-paper px-4 py-3">
          <p className="font-semibold">
            You have this make too ({here.name}, last touched{' '}
            {new Date(here.updatedAt).toLocaleDateString(undefined, { day: 'numeric', month: 'long' })}), and it differs.
          </p>
          {here.changes.length > 0 && (
            <ul className="list-disc pl-5 text-sm">
              {here.changes.map((change) => (
                <li key={change}>{change}</li>
              ))}
            </ul>
          )}
          <ChoiceButtons label={`What becomes of ${name}`} choices={wishNames} chosen={wish} onChoose={onWish} />
          {wish && <p>{wishWords[wish]}</p>}
        </div>
      )}
      {!isOut && markers.length > 0 && <RackCan markers={markers} />}
    </div>
  );
}

/** What of a make the receiver's rack can do. */
function RackCan({ markers }: { markers: readonly NeededMarker[] }) {
  const of = (has: NeededMarker['has']) => markers.filter((marker) => marker.has === has);
  const [owned, listed, absent] = [of('owned'), of('listed'), of('not here')];
  const rows = [
    { words: 'On your list, not owned', some: listed },
    { words: 'Not in your rack', some: absent },
  ].filter(({ some }) => some.length > 0);
  return (
    <div className="space-y-1">
      <p data-owned={owned.length} data-needed={markers.length}>
        {owned.length === markers.length
          ? `You have all ${markers.length} markers it needs.`
          : `Of the ${counted(markers.length, 'marker')} it needs you have ${owned.length}. Groups finds the nearest of yours for the others.`}
      </p>
      {rows.map(({ words, some }) => (
        <div key={words} className="flex flex-wrap items-center gap-2">
          <span className="text-sm font-semibold">{words}:</span>
          {some.map(({ code, line, lab }) => (
            <DoubleChip key={`${line} ${code}`} lab={lab} code={code} />
          ))}
        </div>
      ))}
    </div>
  );
}
