import type { LaidOf, LayoutItem } from '#model/card-layout';
import type { Make } from '#model/make';
import { usualFoamMm } from '#core/layout/first-layout';
import type { Laid } from '#core/layout/laid';
import { bordersOf } from '#core/layout/snap';
import { pictureById } from '#core/make/picture-lookup';
import { boundsMm } from '#core/outline/outline';
import { useLengthUnit } from '#islands/shared/length-unit.ts';
import { Button } from '#ui/controls/button.tsx';
import { Counter } from '#ui/controls/counter.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import type { MakeStore } from '../../../document/make-store';
import type { Desk } from '../../station';
import type { CardDeskState } from '../card-desk';
import { colourAround, mirrorItem } from './laid-piece-acts';
import { changeItem, keepVersion, moveItem, takeAway, turnItem } from './layout-acts';
import type { CardLook } from './use-card-look';

type Props = { useMake: MakeStore; make: Make; useDesk: Desk<CardDeskState>; look: CardLook; own: Laid };

/** Where a thing lies, typed or by a press; how it is turned, raised, and on which face. */
export function ThingInHand({ useMake, make, useDesk, look, own }: Props) {
  const edit = useMake((state) => state.edit);
  const unit = useLengthUnit((state) => state.unit);
  const { set } = useDesk();
  const { card, beside, front, layout } = look;
  const { item, name, sort } = own;
  const { id } = item;
  const box = boundsMm(own.outline);
  const borders = bordersOf(box, front);
  const change = (next: (item: LayoutItem) => LayoutItem) => edit(changeItem(card.id, beside, id, next));
  const changeOf = (next: (of: LaidOf) => LaidOf) => change((now) => ({ ...now, of: next(now.of) }));
  const moveBy = (rightMm: number, downMm: number) => edit(moveItem(card.id, beside, id, [item.xMm + rightMm, item.yMm + downMm]));
  const turnBy = (deg: number) => edit(turnItem(card.id, beside, id, own.turnedDeg + deg));
  const isPlaced = sort !== 'tie';
  const picture = pictureById(make, own.picture?.pictureId);
  return (
    <div className="space-y-2 border-l-8 border-ink bg-wall px-3 py-2" data-in-hand={name}>
      <div className="flex flex-wrap items-end gap-2">
        <LengthField
          when="left"
          isSigned
          unit={unit}
          label={`${name} from the left`}
          className="w-32"
          mm={borders.left}
          onMm={(mm) => mm !== null && moveBy(mm - borders.left, 0)}
        />
        <LengthField
          when="left"
          isSigned
          unit={unit}
          label={`${name} from the top`}
          className="w-32"
          mm={borders.top}
          onMm={(mm) => mm !== null && moveBy(0, mm - borders.top)}
        />
        <Button className="px-3!" onClick={() => moveBy(front.widthMm / 2 - box.xMm - box.widthMm / 2, 0)}>
          Centre across
        </Button>
        <Button className="px-3!" onClick={() => moveBy(0, front.heightMm / 2 - box.yMm - box.heightMm / 2)}>
          Centre up and down
        </Button>
      </div>
      {isPlaced && sort !== 'window' && (
        <div className="flex flex-wrap items-center gap-2">
          <span className="font-code">{Math.round(own.turnedDeg)}°</span>
          {(
            [
              ['5° to the left', -5],
              ['5° to the right', 5],
              ['A quarter turn', 90],
            ] as const
          ).map(([words, deg]) => (
            <Button key={words} className="px-3!" aria-label={`Turn ${name} ${words}`} onClick={() => turnBy(deg)}>
              {words}
            </Button>
          ))}
          {own.turnedDeg > 0 && (
            <Button className="px-3!" onClick={() => edit(turnItem(card.id, beside, id, 0))}>
              Upright
            </Button>
          )}
          {sort === 'image' && (
            <ToggleChip isOn={own.isMirrored} onTurn={() => edit(mirrorItem(card.id, beside, id, crypto.randomUUID()))}>
              Mirrored, a printed one
            </ToggleChip>
          )}
        </div>
      )}
      {item.of.kind === 'tie' && (
        <div className="flex flex-wrap items-end gap-2">
          <span className="flex items-center gap-2">
            Turns
            <Counter
              label={`turn of ${name}`}
              value={item.of.turns}
              least={1}
              most={12}
              onValue={(turns) => changeOf((of) => (of.kind === 'tie' ? { ...of, turns } : of))}
            />
          </span>
          <LengthField
            when="left"
            unit={unit}
            label={`${name} wide`}
            className="w-28"
            mm={item.of.widthMm}
            onMm={(mm) => mm !== null && mm >= 0.5 && mm <= 100 && changeOf((of) => (of.kind === 'tie' ? { ...of, widthMm: mm } : of))}
          />
          <LengthField
            when="left"
            unit={unit}
            isSigned
            label="Turned under at each end"
            className="w-40"
            mm={item.of.turnUnderMm}
            onMm={(mm) => mm !== null && mm >= 0 && mm <= 100 && changeOf((of) => (of.kind === 'tie' ? { ...of, turnUnderMm: mm } : of))}
          />
          <ToggleChip
            isOn={item.of.way === 'down'}
            onTurn={() => changeOf((of) => (of.kind === 'tie' ? { ...of, way: of.way === 'down' ? 'across' : 'down' } : of))}
          >
            Up and down
          </ToggleChip>
        </div>
      )}
      {item.of.kind === 'accent' && (
        <LengthField
          when="left"
          unit={unit}
          label={`${name} across`}
          className="w-28"
          mm={item.of.sizeMm}
          onMm={(mm) => mm !== null && mm >= 0.5 && mm <= 100 && changeOf((of) => (of.kind === 'accent' ? { ...of, sizeMm: mm } : of))}
        />
      )}
      {item.of.kind === 'free' && (
        <div className="flex flex-wrap gap-2">
          {(['widthMm', 'heightMm'] as const).map((side) => (
            <LengthField
              key={side}
              when="left"
              unit={unit}
              label={side === 'widthMm' ? 'Kept free, wide' : 'Kept free, high'}
              className="w-32"
              mm={item.of.kind === 'free' ? item.of[side] : 0}
              onMm={(mm) => mm !== null && mm >= 3 && mm <= 1000 && changeOf((of) => (of.kind === 'free' ? { ...of, [side]: mm } : of))}
            />
          ))}
        </div>
      )}
      <div className="flex flex-wrap items-center gap-2">
        {sort !== 'window' && sort !== 'tie' && sort !== 'accent' && sort !== 'free' && own.piece?.cut.by !== 'panel' && (
          <>
            <ToggleChip
              isOn={item.foamMm !== undefined}
              onTurn={() => change(({ foamMm, ...now }) => (foamMm === undefined ? { ...now, foamMm: usualFoamMm } : now))}
            >
              Raised on foam
            </ToggleChip>
            {item.foamMm !== undefined && (
              <LengthField
                when="left"
                label={`Foam under ${name}`}
                className="w-28"
                mm={item.foamMm}
                onMm={(mm) => mm !== null && mm >= 0.2 && mm <= 10 && change((now) => ({ ...now, foamMm: mm }))}
              />
            )}
          </>
        )}
        {isPlaced && sort !== 'window' && (
          <>
            <ToggleChip isOn={own.isInside} onTurn={() => change(({ face, ...now }) => (face ? now : { ...now, face: 'inside' }))}>
              Inside the card
            </ToggleChip>
            <ToggleChip
              isOn={item.mayHang === true}
              onTurn={() => change(({ mayHang, ...now }) => (mayHang ? now : { ...now, mayHang: true }))}
            >
              May hang over the edge
            </ToggleChip>
          </>
        )}
      </div>
      {picture && (
        <div className="flex flex-wrap items-center gap-2" data-around={name}>
          <span>Coloured round it on its ground</span>
          {(
            [
              ['halo', 'a halo'],
              ['ground', 'the shadow it throws'],
            ] as const
          ).map(([kind, words]) =>
            picture.elements.some(({ outside }) => outside?.kind === kind) ? (
              <span key={kind} className="text-soft">
                {words} is in the recipe
              </span>
            ) : (
              <Button key={kind} className="px-3!" onClick={() => edit(colourAround(card.id, beside, id, kind, crypto.randomUUID()))}>
                Add {words} to the recipe
              </Button>
            ),
          )}
        </div>
      )}
      {sort !== 'window' && (
        <div className="flex flex-wrap items-center gap-3">
          <Button
            weight="quiet"
            onClick={() => {
              const version = crypto.randomUUID();
              if (edit(keepVersion(card.id, beside, version, id))) set({ besideId: layout.id, itemId: null, view: 'front' });
            }}
          >
            Look at it without {name}, side by side
          </Button>
          <Button
            weight="quiet"
            onClick={() => {
              if (edit(takeAway(card.id, beside, id))) set({ itemId: null });
            }}
          >
            Take {name} off the card
          </Button>
        </div>
      )}
    </div>
  );
}
