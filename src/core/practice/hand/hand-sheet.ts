import { namedOutline } from '#core/outline/named-shapes';
import { atMiddleOf, movedTo, type OutlineMm, turned } from '#core/outline/outline';
import { type PageName, pages } from '#core/swatch/page-layout';
import { sheetMarks, sheetNumber, type SwatchShape } from '#core/swatch/swatch-sheet';
import type { HandDrillId } from '#model/practice';

type Place = readonly [number, number];

/** A figure to be coloured, in mm from the left top of the page. Ink stays within its outline. */
export type HandFigure = {
  outline: OutlineMm;
  /** From the darkest to the lightest place, where it is to fade. */
  fade?: { from: Place; to: Place };
  /** Strokes of it may leave paper between them. */
  isFeathered?: true;
  /** A part of it with a wish of its own: bare, a coat more, or lifted. */
  part?: { outline: OutlineMm; wants: 'bare' | 'deeper' | 'lighter' };
};

/** A practice sheet at true size. `marks`: what it is found by in a photo; `bars`: printed shapes that say where a figure is darkest. */
export type HandSheet = {
  drill: HandDrillId;
  page: { widthMm: number; heightMm: number };
  /** Its number, as a machine reads it. */
  sheet: string;
  marks: SwatchShape[];
  bars: OutlineMm[];
  figures: HandFigure[];
};

/** Lines are so thick. */
export const handLineMm = 0.4;
/** Figures lie between what stands at the head and at the foot of a sheet. */
const [rimMm, headMm, footMm] = [18, 38, 26] as const;
/** A bar lies so far beside its figure, and is so thick. */
const [barAwayMm, barMm] = [1.6, 1.6] as const;

/** A figure in a field of its own, made for a field whose left top is 0, 0. */
type Made = { figure: HandFigure; bars?: OutlineMm[] };
type Drill = { columns: number; rows: number; made: (index: number, widthMm: number, heightMm: number) => Made };

const box = (xMm: number, yMm: number, widthMm: number, heightMm: number): OutlineMm =>
  movedTo(namedOutline('rectangle', widthMm, heightMm), xMm, yMm);

/** Two arcs that meet in points: a leaf. */
const leaf = (widthMm: number, heightMm: number): OutlineMm =>
  Array.from({ length: 60 }, (_, step): Place => {
    const along = step < 30 ? step / 30 : (60 - step) / 30;
    const side = step < 30 ? -1 : 1;
    return [widthMm * along, heightMm * (0.5 + 0.5 * side * Math.sin(Math.PI * along))];
  });
/** A moon: half an ellipse, and a flatter one back. */
const moon = (widthMm: number, heightMm: number): OutlineMm =>
  Array.from({ length: 60 }, (_, step): Place => {
    const angle = (Math.PI * (step < 30 ? step : 60 - step)) / 30;
    return [widthMm * (step < 30 ? 1 : 0.45) * Math.sin(angle), (heightMm * (1 - Math.cos(angle))) / 2];
  });

const withNarrowCorners: readonly ((widthMm: number, heightMm: number) => OutlineMm)[] = [
  (wide, tall) => namedOutline('star', wide, tall),
  leaf,
  (wide, tall) => namedOutline('heart', wide, tall),
  moon,
  (wide, tall) => namedOutline('scalloped circle', wide, tall),
  (wide, tall) => turned(leaf(wide, tall), 90),
];

const disc = (sizeMm: number): OutlineMm => namedOutline('circle', sizeMm, sizeMm);

/** A box that fades from one of its sides, with a thick bar along that side. */
function fading(widthMm: number, heightMm: number, side: 'left' | 'right' | 'top' | 'bottom'): Made {
  const middle: Record<typeof side, Place> = {
    left: [0, heightMm / 2],
    right: [widthMm, heightMm / 2],
    top: [widthMm / 2, 0],
    bottom: [widthMm / 2, heightMm],
  };
  const other = { left: 'right', right: 'left', top: 'bottom', bottom: 'top' } as const;
  const bars = {
    left: () => box(-barAwayMm - barMm, 0, barMm, heightMm),
    right: () => box(widthMm + barAwayMm, 0, barMm, heightMm),
    top: () => box(0, -barAwayMm - barMm, widthMm, barMm),
    bottom: () => box(0, heightMm + barAwayMm, widthMm, barMm),
  };
  return { figure: { outline: box(0, 0, widthMm, heightMm), fade: { from: middle[side], to: middle[other[side]] } }, bars: [bars[side]()] };
}

const drills: Record<HandDrillId, Drill> = {
  circles: { columns: 3, rows: 3, made: () => ({ figure: { outline: disc(32) } }) },
  edge: { columns: 2, rows: 4, made: (index) => fading(62, 32, (['left', 'top', 'right', 'bottom'] as const)[index % 4] ?? 'left') },
  flicks: {
    columns: 4,
    rows: 3,
    made: () => ({
      figure: {
        outline: box(0, 0, 30, 44),
        fade: { from: [15, 44], to: [15, 15] },
        isFeathered: true,
        part: { outline: box(0, 0, 30, 15), wants: 'bare' },
      },
    }),
  },
  tips: { columns: 2, rows: 7, made: () => fading(68, 12, 'left') },
  fill: {
    columns: 3,
    rows: 3,
    made: (index) => ({ figure: { outline: (withNarrowCorners[index % withNarrowCorners.length] ?? leaf)(36, 34) } }),
  },
  lift: {
    columns: 3,
    rows: 3,
    made: () => ({ figure: { outline: disc(36), part: { outline: atMiddleOf(disc(15), disc(36)), wants: 'lighter' } } }),
  },
  coats: {
    columns: 2,
    rows: 4,
    made: () => ({ figure: { outline: box(0, 0, 64, 32), part: { outline: box(32, 0, 32, 32), wants: 'deeper' } } }),
  },
};

/** Everything of a figure moved by so much. */
function movedFigure({ figure, bars = [] }: Made, dx: number, dy: number): Required<Made> {
  const moved = (outline: OutlineMm): OutlineMm => outline.map(([x, y]) => [x + dx, y + dy] as const);
  const { outline, fade, part } = figure;
  const at = ([x, y]: Place): Place => [x + dx, y + dy];
  return {
    figure: {
      ...figure,
      outline: moved(outline),
      ...(fade ? { fade: { from: at(fade.from), to: at(fade.to) } } : {}),
      ...(part ? { part: { ...part, outline: moved(part.outline) } } : {}),
    },
    bars: bars.map(moved),
  };
}

/** Lays out the sheet of a drill: figures in rows, corner marks, a number that a machine reads, a ruler. The same drill on the same page is the same sheet. */
export function handSheet(drill: HandDrillId, pageName: PageName): HandSheet {
  const page = pages[pageName];
  const { columns, rows, made } = drills[drill];
  const [fieldWidthMm, fieldHeightMm] = [(page.widthMm - 2 * rimMm) / columns, (page.heightMm - headMm - footMm) / rows];
  const all = Array.from({ length: columns * rows }, (_, index) => {
    const own = made(index, fieldWidthMm, fieldHeightMm);
    const [left, top] = [rimMm + (index % columns) * fieldWidthMm, headMm + Math.floor(index / columns) * fieldHeightMm];
    const centred = atMiddleOf(own.figure.outline, box(left, top, fieldWidthMm, fieldHeightMm));
    const [[fromX, fromY], [toX, toY]] = [own.figure.outline[0]!, centred[0]!];
    return movedFigure(own, toX - fromX, toY - fromY);
  });
  const sheet = sheetNumber(['practice', 1, drill, pageName]);
  return {
    ...{ drill, page, sheet, marks: sheetMarks({ page, sheet }) },
    figures: all.map(({ figure }) => figure),
    bars: all.flatMap(({ bars }) => bars),
  };
}
