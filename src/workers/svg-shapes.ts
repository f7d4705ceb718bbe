import { SaxesParser } from 'saxes';
import { givenByPrograms } from './area-names';

/** A transform (a b c d e f) of SVG 2, 8.3: x' = a x + c y + e, y' = b x + d y + f. */
export type Matrix = readonly [number, number, number, number, number, number];

/** A shape of a drawing as it is painted: its path in its own coordinates, and how those stand in the drawing. Colours are as they were written; null: none. */
export type SvgShape = { name: string | null; d: string; matrix: Matrix; fill: string | null; stroke: string | null; strokeWidth: number };

export type SvgShapes = {
  /** Left, top, width, height of what is shown, in the units of its shapes. */
  box: readonly [number, number, number, number];
  /** As it says itself; null where it does not. */
  widthMm: number | null;
  shapes: SvgShape[];
};

const mostShapes = 4000;
const identity: Matrix = [1, 0, 0, 1, 0, 0];

const times = ([a, b, c, d, e, f]: Matrix, [a2, b2, c2, d2, e2, f2]: Matrix): Matrix => [
  ...([a * a2 + c * b2, b * a2 + d * b2, a * c2 + c * d2] as const),
  ...([b * c2 + d * d2, a * e2 + c * f2 + e, b * e2 + d * f2 + f] as const),
];

const numbersOf = (text: string): number[] => (text.match(/[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?/gi) ?? []).map(Number);

/** A transform attribute (SVG 2, 8.5). */
export function matrixOf(transform: string): Matrix {
  let matrix = identity;
  for (const [, kind = '', inner = ''] of transform.matchAll(/(\w+)\s*\(([^)]*)\)/g)) {
    const [n0 = 0, n1, n2, n3 = 0, n4 = 0, n5 = 0] = numbersOf(inner);
    const turn = (degrees: number): Matrix => {
      const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
      return [cos, sin, -sin, cos, 0, 0];
    };
    if (kind === 'matrix') matrix = times(matrix, [n0, n1 ?? 0, n2 ?? 0, n3, n4, n5]);
    if (kind === 'translate') matrix = times(matrix, [1, 0, 0, 1, n0, n1 ?? 0]);
    if (kind === 'scale') matrix = times(matrix, [n0, 0, 0, n1 ?? n0, 0, 0]);
    if (kind === 'rotate') {
      const [x, y] = [n1 ?? 0, n2 ?? 0];
      matrix = times(times(times(matrix, [1, 0, 0, 1, x, y]), turn(n0)), [1, 0, 0, 1, -x, -y]);
    }
    if (kind === 'skewX') matrix = times(matrix, [1, 0, Math.tan((n0 * Math.PI) / 180), 1, 0, 0]);
    if (kind === 'skewY') matrix = times(matrix, [1, Math.tan((n0 * Math.PI) / 180), 0, 1, 0, 0]);
  }
  return matrix;
}

type Attributes = Record<string, string>;

/** The path of a basic shape (SVG 2, 10). */
function pathOf(name: string, own: Attributes): string {
  const n = (key: string, usual = 0): number => Number.parseFloat(own[key] ?? '') || usual;
  const ellipse = (cx: number, cy: number, rx: number, ry: number) =>
    `M${cx - rx} ${cy}A${rx} ${ry} 0 1 0 ${cx + rx} ${cy}A${rx} ${ry} 0 1 0 ${cx - rx} ${cy}Z`;
  if (name === 'path') return own.d ?? '';
  if (name === 'rect') return `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}Z`;
  if (name === 'circle') return ellipse(n('cx'), n('cy'), n('r'), n('r'));
  if (name === 'ellipse') return ellipse(n('cx'), n('cy'), n('rx'), n('ry'));
  if (name === 'line') return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
  const points = numbersOf(own.points ?? '');
  return points.length < 4 ? '' : `M${points.join(' ')}${name === 'polygon' ? 'Z' : ''}`;
}
const shapeNames = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polygon', 'polyline']);
/** What lies in these is not painted where it stands. */
const unseen = new Set([
  'defs',
  'clipPath',
  'mask',
  'symbol',
  'pattern',
  'marker',
  'metadata',
  'linearGradient',
  'radialGradient',
  'filter',
]);

/** Properties that are inherited (SVG 2, 13), as written at an element: a style goes before an attribute, a class between them. */
type Paint = { fill: string; stroke: string; strokeWidth: string; isHidden: boolean };

function declarationsOf(style: string): Attributes {
  const pairs = style.split(';').map((one) => one.split(/:(.*)/s));
  return Object.fromEntries(
    pairs.map(([name = '', value = '']) => [name.trim().toLowerCase(), value.replace(/!\s*important/i, '').trim()]),
  );
}

/** Rules for single classes of a style sheet, which is how drawing programs write them. */
function classesOf(sheet: string): Map<string, Attributes> {
  const classes = new Map<string, Attributes>();
  for (const [, selectors = '', body = ''] of sheet.replace(/\/\*[\s\S]*?\*\//g, '').matchAll(/([^{}]+)\{([^}]*)\}/g))
    for (const selector of selectors.split(',')) {
      const [, name] = /^\s*\.([\w-]+)\s*$/.exec(selector) ?? [];
      if (name) classes.set(name, { ...classes.get(name), ...declarationsOf(body) });
    }
  return classes;
}

function paintOf(own: Attributes, classes: ReadonlyMap<string, Attributes>, above: Paint): Paint {
  const ofClasses = Object.assign({}, ...(own.class ?? '').split(/\s+/).map((name) => classes.get(name) ?? {})) as Attributes;
  const style = declarationsOf(own.style ?? '');
  const value = (name: string): string | undefined => style[name] ?? ofClasses[name] ?? own[name];
  const said = (name: string, inherited: string): string => {
    const text = value(name)?.trim();
    return text === undefined || text === '' || text === 'inherit' ? inherited : text;
  };
  return {
    fill: said('fill', above.fill),
    stroke: said('stroke', above.stroke),
    strokeWidth: said('stroke-width', above.strokeWidth),
    isHidden: above.isHidden || value('display') === 'none' || value('visibility') === 'hidden' || value('opacity') === '0',
  };
}

const mmOf: Record<string, number> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6, px: 25.4 / 96, '': 25.4 / 96 };

function lengthMm(text: string | undefined): number | null {
  const [, number, unit = ''] = /^\s*([\d.]+)\s*(mm|cm|in|pt|pc|px)?\s*$/.exec(text ?? '') ?? [];
  return number ? Number(number) * (mmOf[unit] ?? 1) : null;
}

const none = (paint: string): string | null => (paint === 'none' || paint === 'transparent' ? null : paint);

/**
 * The shapes of a drawing (SVG 2) in the order in which they are painted, each with the name that somebody gave to it or to the group it lies in. Text, pictures and what
 * is used again from elsewhere are left out.
 * @throws RangeError when it is no drawing or has too many shapes.
 */
export function shapesOfSvg(text: string): SvgShapes {
  const shapes: SvgShape[] = [];
  type Open = { name: string; matrix: Matrix; paint: Paint; called: string | null; isSeen: boolean };
  const open: Open[] = [];
  let [box, widthMm, sheet, title]: [SvgShapes['box'] | null, number | null, string, string] = [null, null, '', ''];
  let last: SvgShape | null = null;
  const classes = () => classesOf(sheet);
  let known = classes();
  const parser = new SaxesParser();
  parser.on('opentag', ({ name: full, attributes }) => {
    const own = attributes as Attributes;
    const name = full.replace(/^svg:/, '');
    const above = open.at(-1);
    if (!above) {
      const [x = 0, y = 0, width = 0, height = 0] = numbersOf(own.viewBox ?? '');
      widthMm = lengthMm(own.width);
      const [ownWidth, ownHeight] = [Number.parseFloat(own.width ?? ''), Number.parseFloat(own.height ?? '')];
      box = width > 0 && height > 0 ? [x, y, width, height] : ownWidth > 0 && ownHeight > 0 ? [0, 0, ownWidth, ownHeight] : null;
    }
    const isLayer = own['inkscape:groupmode'] === 'layer';
    const called = [own['inkscape:label'], own['aria-label'], own.id].find(
      (one) => one && !givenByPrograms.test(one) && !/^layer/i.test(one),
    );
    const paint = paintOf(own, known, above?.paint ?? { fill: '#000000', stroke: 'none', strokeWidth: '1', isHidden: false });
    const here: Open = {
      name,
      matrix: times(above?.matrix ?? identity, matrixOf(own.transform ?? '')),
      paint,
      called: called ?? (isLayer || !above ? null : above.called),
      isSeen: (above?.isSeen ?? true) && !unseen.has(name) && !paint.isHidden,
    };
    open.push(here);
    if (name === 'title') title = '';
    last = shapeNames.has(name) ? last : name === 'title' ? last : null;
    if (!shapeNames.has(name) || !here.isSeen) return;
    const d = pathOf(name, own);
    if (d === '') return;
    if (shapes.length >= mostShapes) throw new RangeError(`The drawing has more than ${mostShapes.toLocaleString('en')} shapes.`);
    last = {
      name: here.called,
      d,
      matrix: here.matrix,
      fill: name === 'line' ? null : none(paint.fill),
      stroke: none(paint.stroke),
      strokeWidth: Number.parseFloat(paint.strokeWidth) || 1,
    };
    shapes.push(last);
  });
  const onText = (piece: string) => {
    const name = open.at(-1)?.name;
    if (name === 'style') sheet += piece;
    if (name === 'title') title += piece;
  };
  parser.on('text', onText);
  parser.on('cdata', onText);
  parser.on('closetag', () => {
    const closed = open.pop();
    if (closed?.name === 'style') known = classes();
    // A title within a shape, or of the group about it.
    if (closed?.name === 'title' && title.trim() !== '' && open.length > 1) {
      const holder = open.at(-1);
      if (holder && shapeNames.has(holder.name) && last) last.name = title.trim();
      else if (holder) holder.called = title.trim();
    }
  });
  parser.on('error', (error) => {
    throw new RangeError(`The SVG cannot be read: ${error.message.replace(/^\d+:\d+: /, '')}.`);
  });
  parser.write(text).close();
  if (!box) throw new RangeError('The drawing does not say how large it is.');
  return { box, widthMm, shapes };
}
