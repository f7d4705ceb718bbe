import { useState } from 'react';
import { type Die, dieDoes } from '#model/drawer';
import { mostOutlinePlaces } from '#model/outline';
import { formatLength } from '#core/card/lengths';
import { type NamedShape, namedOutline, nestedSizes } from '#core/outline/named-shapes';
import { boundsMm, movedTo, type OutlineMm } from '#core/outline/outline';
import { withFewer } from '#core/outline/clipped';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { Button } from '#ui/controls/button.tsx';
import { ChoiceButtons } from '#ui/controls/choice-buttons.tsx';
import { Field } from '#ui/controls/field.tsx';
import { FileButton } from '#ui/controls/file-button.tsx';
import { LengthField } from '#ui/controls/length-field.tsx';
import { outlinePath } from '#ui/outline/outline-path.ts';
import { ShapeChoice } from './shape-choice';
import { readSvgOutlines } from './svg-outlines';

const ways = [
  { id: 'shape', name: 'A plain shape' },
  { id: 'svg', name: 'An outline as SVG in mm' },
] as const;
const mostNested = 12;
/** The longer side of what is drawn before it is put in. */
const previewPx = 260;

type Drawn = { name: string; outline: OutlineMm };
const inMm = (mm: number) => formatLength(mm, 'mm').replace(' mm', '');

/** A die: a plain shape, one of it or a nested set, or what an SVG draws. What it comes to is drawn before it is put in. */
export function AddDie({ onDone }: { onDone: () => void }) {
  const change = useDrawer((state) => state.change);
  const [way, setWay] = useState<(typeof ways)[number]['id']>('shape');
  const [shape, setShape] = useState<NamedShape>('rectangle');
  const [size, setSize] = useState<{ width: number | null; height: number | null; step: number | null }>({
    width: 60,
    height: 60,
    step: 8,
  });
  const [count, setCount] = useState(1);
  const [does, setDoes] = useState<(typeof dieDoes)[number]>('cuts');
  const [name, setName] = useState('');
  const [read, setRead] = useState<{ drawn: Drawn[]; problem: string | null }>({ drawn: [], problem: null });
  const { width, height, step } = size;
  const shapes: Drawn[] =
    width === null || height === null || step === null
      ? []
      : nestedSizes(width, height, count, step).map(({ widthMm, heightMm }) => ({
          name: `${name.trim() || shape} ${inMm(widthMm)} × ${inMm(heightMm)}`,
          outline: namedOutline(shape, widthMm, heightMm),
        }));
  const drawn = way === 'shape' ? shapes : read.drawn;
  const set = drawn.length > 1 ? name.trim() || (way === 'shape' ? `Nested ${shape}` : 'From a file') : undefined;
  const put = async () => {
    const items = drawn.map(
      (own): Die => ({
        ...{ id: crypto.randomUUID(), kind: 'die', does, name: own.name.slice(0, 80) },
        ...(set === undefined ? {} : { set: set.slice(0, 80) }),
        outline: fitting(own.outline),
      }),
    );
    if (await change({ items })) onDone();
  };
  return (
    <form
      className="grid items-start gap-6 lg:grid-cols-[minmax(0,1fr)_auto]"
      onSubmit={(event) => {
        event.preventDefault();
        void put();
      }}
    >
      <div className="space-y-3">
        <div className="flex flex-wrap gap-4">
          <ChoiceButtons label="Where its outline is from" choices={ways} chosen={way} onChoose={setWay} />
          <ChoiceButtons
            label="What it does"
            choices={dieDoes.map((one) => ({ id: one, name: one === 'cuts' ? 'It cuts' : 'It only scores' }))}
            chosen={does}
            onChoose={setDoes}
          />
        </div>
        {way === 'shape' && (
          <>
            <ShapeChoice shape={shape} onShape={setShape} />
            <div className="flex flex-wrap items-end gap-3">
              <LengthField label="So wide" className="w-32" mm={60} onMm={(mm) => setSize({ ...size, width: mm })} />
              <LengthField label="So high" className="w-32" mm={60} onMm={(mm) => setSize({ ...size, height: mm })} />
              <Field
                label="Nested sizes"
                className="w-28"
                type="number"
                min={1}
                max={mostNested}
                value={count}
                onChange={({ target: { valueAsNumber } }) => setCount(Math.max(1, Math.min(mostNested, Math.round(valueAsNumber) || 1)))}
              />
              {count > 1 && <LengthField label="Each smaller by" className="w-36" mm={8} onMm={(mm) => setSize({ ...size, step: mm })} />}
            </div>
          </>
        )}
        {way === 'svg' && (
          <div className="space-y-2">
            <FileButton
              label="Choose the SVG"
              accept=".svg,image/svg+xml"
              onFile={(file) =>
                void file.text().then((text) => {
                  const found = readSvgOutlines(text);
                  setRead('problem' in found ? { drawn: [], problem: found.problem } : { drawn: found.outlines, problem: null });
                })
              }
            />
            <p className="text-sm text-soft">Its width has to be written in mm, cm or in; each closed shape becomes a die.</p>
            {read.problem && <p role="alert">{read.problem}</p>}
          </div>
        )}
        <div className="flex flex-wrap items-end gap-3">
          <Field
            label={drawn.length > 1 ? 'The set is called' : 'Called'}
            className="w-64"
            maxLength={60}
            placeholder={way === 'shape' ? shape : ''}
            value={name}
            onChange={({ target: { value } }) => setName(value)}
          />
          <Button type="submit" weight="main" disabled={drawn.length === 0}>
            {drawn.length > 1 ? `Put ${drawn.length} dies into the drawer` : 'Put it into the drawer'}
          </Button>
        </div>
      </div>
      {drawn.length > 0 && <Preview drawn={drawn} />}
    </form>
  );
}

/** With as many places as are kept, its least x and y 0. */
function fitting(outline: OutlineMm): [number, number][] {
  let fewer = outline;
  for (let toleranceMm = 0.02; fewer.length > mostOutlinePlaces; toleranceMm *= 2) fewer = withFewer(outline, toleranceMm);
  return movedTo(fewer, 0, 0).map(([x, y]) => [Math.round(1000 * x) / 1000, Math.round(1000 * y) / 1000]);
}

/** All of them about one middle, the largest outside. */
function Preview({ drawn }: { drawn: readonly Drawn[] }) {
  const sizes = drawn.map(({ outline }) => boundsMm(outline));
  const [width, height] = [Math.max(...sizes.map(({ widthMm }) => widthMm)), Math.max(...sizes.map(({ heightMm }) => heightMm))];
  const most = Math.max(width, height);
  return (
    <svg
      height={(previewPx * height) / most}
      width={(previewPx * width) / most}
      viewBox={`-2 -2 ${width + 4} ${height + 4}`}
      role="img"
      aria-label={`Drawn: ${drawn.map(({ name }) => name).join(', ')}`}
    >
      {drawn.map(({ name, outline }, index) => {
        const { widthMm, heightMm } = sizes[index] ?? { widthMm: 0, heightMm: 0 };
        const middled = movedTo(outline, (width - widthMm) / 2, (height - heightMm) / 2);
        return <path key={name} d={outlinePath(middled)} className="fill-none stroke-ink" strokeWidth={most / 130} />;
      })}
    </svg>
  );
}
