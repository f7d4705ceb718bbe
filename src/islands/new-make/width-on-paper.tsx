import { useState } from 'react';
import { type Preparation, wholeOriginal } from '#model/preparation';
import { type LengthUnit, readLengthMm } from '#core/card/lengths';
import { lengthInWidths } from '#core/photo/sheet-proportions';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import type { Brought } from './drop-place';
import type { RulerEnds } from './preview-with-ruler';

type WidthProps = {
  width: string;
  setWidth: (width: string) => void;
  unit: LengthUnit;
  setUnit: (unit: LengthUnit) => void;
  isSheet: boolean;
  /** The file told it. */
  isTold: boolean;
  problem: string | undefined;
};

/** How wide the picture is on paper, in mm or inches. */
export function WidthOnPaper({ width, setWidth, unit, setUnit, isSheet, isTold, problem }: WidthProps) {
  return (
    <div className="flex items-start gap-3">
      <Field
        label={isSheet ? 'How wide is the sheet?' : 'How wide is it on paper?'}
        hint={isTold ? 'Read from the file.' : `The whole ${isSheet ? 'sheet' : 'picture'} from its left to its right edge.`}
        className="flex-1"
        inputMode="text"
        value={width}
        onChange={(event) => setWidth(event.target.value)}
        problem={problem}
      />
      <fieldset className="pt-7">
        <legend className="sr-only">Unit</legend>
        {(['mm', 'in'] as const).map((one) => (
          <label key={one} className="flex min-h-8 items-center gap-2">
            <input type="radio" name="unit" checked={unit === one} onChange={() => setUnit(one)} className="size-6 accent-accent" />
            {one}
          </label>
        ))}
      </fieldset>
    </div>
  );
}

type RulerProps = {
  brought: Brought;
  preparation: Preparation | undefined;
  unit: LengthUnit;
  rulerEnds: RulerEnds | null;
  onEnds: (ends: RulerEnds) => void;
  onWidth: (widthMm: number) => void;
};

/** A ruler laid on the picture tells its width, where that is not known. */
export function RulerOnPaper({ brought, preparation, unit, rulerEnds, onEnds, onWidth }: RulerProps) {
  const [rulerLength, setRulerLength] = useState('');
  if (!rulerEnds) {
    return (
      <Button
        onClick={() =>
          onEnds([
            [0.2, 0.5],
            [0.8, 0.5],
          ])
        }
      >
        Not known? Lay a ruler on it
      </Button>
    );
  }
  return (
    <Field
      label="Or: the ruler is so long on paper"
      hint="Lay its two ends on something you know the length of."
      placeholder={unit === 'mm' ? '50' : '2'}
      value={rulerLength}
      onChange={(event) => {
        setRulerLength(event.target.value);
        const lengthMm = readLengthMm(event.target.value, unit);
        const { widthPx, heightPx } = brought.original;
        const widths = lengthInWidths(preparation ?? wholeOriginal, rulerEnds, widthPx, heightPx);
        if (lengthMm !== null && widths > 0.01) onWidth(lengthMm / widths);
      }}
    />
  );
}
