import type { CardPiece, Through } from '#model/card';
import type { Make } from '#model/make';
import { atHand } from '#core/card/at-hand';
import { liesWithin, nextSmaller } from '#core/card/nested';
import { drawnById } from '#core/card/needs-of-make';
import { atMiddleOf } from '#core/outline/outline';
import { mostThrough, whenThrough } from '#model/card';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { Button } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import type { MakeStore } from '../../document/make-store';
import { addCentre, addThrough, changeOneThrough } from './card-acts';

type Props = { useMake: MakeStore; make: Make; cardId: string; piece: CardPiece };
const none = '-';
const whenWords: Record<Through['when'], string> = { 'at once': 'taped within, at once', afterwards: 'through it afterwards' };

/** Further dies through a piece: the next smaller one of its set makes it a ring; any other goes through it at once or afterwards, in its middle or beside it. */
export function FurtherDies({ useMake, make, cardId, piece }: Props) {
  const edit = useMake((state) => state.edit);
  const { drawer } = useDrawer();
  const own = piece.cut.by === 'die' ? drawnById(make, 'die', piece.cut.drawnId) : undefined;
  if (piece.cut.by !== 'die' || !own) return null;
  const dies = atHand(make, drawer?.items ?? [], 'die').filter(({ id }) => id !== own.id);
  const through = piece.cut.through ?? [];
  const smaller = nextSmaller(own, dies);
  const isRing = through.some(({ when }) => when === 'at once');
  return (
    <div className="space-y-2">
      {!isRing && smaller && (
        <Button onClick={() => edit(addThrough(cardId, piece.id, smaller, 'at once'))}>As a ring, {smaller.name} taped within</Button>
      )}
      {through.map((one, place) => {
        const die = drawnById(make, 'die', one.drawnId);
        const name = die?.name ?? 'A die that is gone';
        const change = (next: Through | null) => edit(changeOneThrough(cardId, piece.id, place, next));
        const isOver = die && one.when === 'at once' && !liesWithin(atMiddleOf(die.outline, own.outline, one.xMm, one.yMm), own.outline);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a further die is its place in the list.
          <div key={place} className="space-y-1 border-l-4 border-edge pl-3" data-through={name}>
            <p className="flex flex-wrap items-center gap-2">
              <strong>{name}</strong>
              <ChoiceButtons
                label={`When ${name} cuts`}
                choices={whenThrough.map((when) => ({ id: when, name: whenWords[when] }))}
                chosen={one.when}
                onChoose={(when) => change({ ...one, when })}
              />
              <Button weight="quiet" onClick={() => change(null)}>
                Without {name}
              </Button>
            </p>
            <p className="flex flex-wrap items-end gap-2">
              <LengthField
                when="left"
                isSigned
                label="Right of its middle"
                className="w-36"
                mm={one.xMm}
                onMm={(mm) => mm !== null && Math.abs(mm) <= 500 && change({ ...one, xMm: mm })}
              />
              <LengthField
                when="left"
                isSigned
                label="Below it"
                className="w-36"
                mm={one.yMm}
                onMm={(mm) => mm !== null && Math.abs(mm) <= 500 && change({ ...one, yMm: mm })}
              />
              {one.when === 'at once' && die && (
                <Button onClick={() => edit(addCentre(cardId, piece.id, die.id))}>The centre as a piece too</Button>
              )}
            </p>
            {isOver && (
              <p role="alert">
                {name} does not lie within {own.name} there: taped on it the blades would cross. Move it, or let it cut afterwards.
              </p>
            )}
          </div>
        );
      })}
      {through.length < mostThrough && dies.length > 0 && (
        <Choice
          label="A second die through it"
          labelAt="above"
          className="w-72"
          options={[{ value: none, name: 'None more' }, ...dies.map(({ id, name }) => ({ value: id, name }))]}
          value={none}
          onChoose={(id) => {
            const die = dies.find((one) => one.id === id);
            if (die) edit(addThrough(cardId, piece.id, die, 'afterwards'));
          }}
        />
      )}
    </div>
  );
}
