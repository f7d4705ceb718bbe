import { useState } from 'react';
import type { Supply } from '#model/supplies';
import { formatLength } from '#core/card/lengths';
import { counted } from '#core/make/counted';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';

/** Where nobody said it: A4 (ISO 216), and card as it is usual, from memory. */
const usual = { sheet: { widthMm: 210, heightMm: 297 }, thicknessMm: 0.3 } as const;

function sheetWords({ sheet, thicknessMm, sheetsLeft, sheetPrice, offcuts = [] }: Supply): string {
  const words = [
    ...(sheet ? [`${formatLength(sheet.widthMm, 'mm').replace(' mm', '')} × ${formatLength(sheet.heightMm, 'mm')}`] : []),
    ...(thicknessMm === undefined ? [] : [`${thicknessMm} mm thick`]),
    ...(sheetsLeft === undefined ? [] : [`${counted(sheetsLeft, 'sheet')} left`]),
    ...(offcuts.length > 0 ? [counted(offcuts.length, 'offcut')] : []),
    ...(sheetPrice === undefined ? [] : [`${sheetPrice.toFixed(2)} a sheet`]),
  ];
  return words.length > 0 ? words.join(', ') : 'size of a sheet not said';
}

/** How large a sheet of a paper is, how thick, and how many are left; opened, it is said. */
export function PaperSheet({ paper, onPut }: { paper: Supply; onPut: (paper: Supply) => Promise<boolean> }) {
  const [isOpen, setIsOpen] = useState(false);
  const [size, setSize] = useState<{ widthMm: number | null; heightMm: number | null }>(paper.sheet ?? usual.sheet);
  const [thickness, setThickness] = useState(String(paper.thicknessMm ?? usual.thicknessMm));
  const [left, setLeft] = useState(paper.sheetsLeft === undefined ? '' : String(paper.sheetsLeft));
  const [price, setPrice] = useState(paper.sheetPrice === undefined ? '' : String(paper.sheetPrice));
  const sheetPrice = price.trim() === '' ? null : Number(price.replace(',', '.'));
  const thicknessMm = Number(thickness.replace(',', '.'));
  const sheetsLeft = left.trim() === '' ? null : Number(left);
  const { widthMm, heightMm } = size;
  const isWhole =
    widthMm !== null &&
    heightMm !== null &&
    Math.min(widthMm, heightMm) >= 20 &&
    Math.max(widthMm, heightMm) <= 2000 &&
    thicknessMm >= 0.02 &&
    thicknessMm <= 5 &&
    (sheetPrice === null || (sheetPrice >= 0 && sheetPrice <= 100_000)) &&
    (sheetsLeft === null || (Number.isInteger(sheetsLeft) && sheetsLeft >= 0 && sheetsLeft <= 100_000));
  const put = async () => {
    if (!isWhole) return;
    const { sheetsLeft: _, sheetPrice: __, ...own } = paper;
    const said = { ...(sheetsLeft === null ? {} : { sheetsLeft }), ...(sheetPrice === null ? {} : { sheetPrice }) };
    if (await onPut({ ...own, sheet: { widthMm, heightMm }, thicknessMm, ...said })) setIsOpen(false);
  };
  return (
    <div>
      <button
        type="button"
        className="min-h-11 text-left text-sm underline underline-offset-4"
        aria-expanded={isOpen}
        aria-label={`Sheet of ${paper.name}: ${sheetWords(paper)}`}
        onClick={() => setIsOpen(!isOpen)}
      >
        {sheetWords(paper)}
      </button>
      {isOpen && (
        <form
          className="flex flex-wrap items-end gap-2 pb-2"
          onSubmit={(event) => {
            event.preventDefault();
            void put();
          }}
        >
          <LengthField
            label="Sheet wide"
            className="w-28"
            mm={size.widthMm ?? usual.sheet.widthMm}
            onMm={(mm) => setSize({ ...size, widthMm: mm })}
          />
          <LengthField
            label="Sheet high"
            className="w-28"
            mm={size.heightMm ?? usual.sheet.heightMm}
            onMm={(mm) => setSize({ ...size, heightMm: mm })}
          />
          <Field
            label="Thick, in mm"
            className="w-28"
            inputMode="decimal"
            value={thickness}
            onChange={({ target: { value } }) => setThickness(value)}
          />
          <Field
            label="Sheets left"
            className="w-24"
            inputMode="numeric"
            value={left}
            onChange={({ target: { value } }) => setLeft(value)}
          />
          <Field
            label="Price of a sheet"
            className="w-28"
            inputMode="decimal"
            value={price}
            onChange={({ target: { value } }) => setPrice(value)}
          />
          <Button type="submit" disabled={!isWhole}>
            Keep it
          </Button>
        </form>
      )}
    </div>
  );
}
