import { strFromU8, unzipSync } from 'fflate';
import { SaxesParser } from 'saxes';
import { areLines } from './area-names';

/** A layer of an OpenRaster picture: a PNG and where its left top stands, in px. */
export type OraLayer = { name: string; png: Uint8Array; xPx: number; yPx: number };
/** Layers that stand together, the lowest first; null: a layer by itself. */
export type OraGroup = { name: string | null; layers: OraLayer[] };

export type OraPicture = {
  widthPx: number;
  heightPx: number;
  dotsPerInch: number | null;
  /** The line image; null where no layer is one. */
  lines: OraLayer | null;
  /** The lowest first. */
  groups: OraGroup[];
};

const most = { layers: 1000, unpackedBytes: 400 * 1024 * 1024, pixels: 72_000_000, stackBytes: 4 * 1024 * 1024 };

type Node = { name: string; op: string; isVisible: boolean } & ({ src: string; xPx: number; yPx: number } | { inner: Node[] });

const isGround = /\b(paper|background|backdrop|ground|white)\b/i;

function stackOf(xml: string): { widthPx: number; heightPx: number; dotsPerInch: number | null; nodes: Node[] } {
  let size = { widthPx: 0, heightPx: 0, dotsPerInch: null as number | null };
  const root: Node[] = [];
  const open: Node[][] = [root];
  let count = 0;
  const parser = new SaxesParser();
  parser.on('opentag', ({ name, attributes }) => {
    const own = attributes as Record<string, string>;
    const n = (key: string): number => Math.round(Number(own[key] ?? 0)) || 0;
    if (name === 'image') size = { widthPx: n('w'), heightPx: n('h'), dotsPerInch: n('xres') || null };
    const about = { name: own.name ?? '', op: own['composite-op'] ?? '', isVisible: own.visibility !== 'hidden' };
    if (name === 'layer') {
      if (++count > most.layers) throw new RangeError(`It has more than ${most.layers} layers.`);
      open.at(-1)?.push({ ...about, src: own.src ?? '', xPx: n('x'), yPx: n('y') });
    }
    if (name === 'stack') {
      const inner: Node[] = [];
      // The outermost stack is the picture itself.
      if (open.length > 1) open.at(-1)?.push({ ...about, inner });
      open.push(open.length > 1 ? inner : root);
    }
  });
  parser.on('closetag', ({ name }) => {
    if (name === 'stack') open.pop();
  });
  parser.on('error', () => {
    throw new RangeError('Its list of layers cannot be read.');
  });
  parser.write(xml).close();
  return { ...size, nodes: root };
}

const layersIn = (node: Node): (Node & { src: string })[] =>
  'inner' in node ? node.inner.flatMap(layersIn) : node.isVisible ? [node] : [];

/** The nodes that names are given to: a stack that holds stacks, or alone holds all, is gone into. */
function namedNodes(nodes: readonly Node[]): Node[] {
  const seen = nodes.filter(({ isVisible }) => isVisible);
  return seen.flatMap((node) => {
    if (!('inner' in node)) return [node];
    const isOutermost = seen.length === 1 || node.inner.some((inner) => 'inner' in inner);
    return isOutermost ? namedNodes(node.inner) : [node];
  });
}

/**
 * Reads a layered picture (OpenRaster Specification 0.0.6, freedesktop.org). The line image is the layer that is called so, or multiplies what lies below, or else the one on
 * top; paper and backgrounds are nothing to be coloured.
 * @throws RangeError in words.
 */
export function readOra(bytes: Uint8Array): OraPicture {
  let total = 0;
  const files = (() => {
    try {
      return unzipSync(bytes, {
        filter: ({ originalSize }) => {
          total += originalSize;
          if (total > most.unpackedBytes)
            throw new RangeError(`Unpacked it is larger than the ${most.unpackedBytes / 1024 / 1024} MB that fit.`);
          return true;
        },
      });
    } catch (error) {
      if (error instanceof RangeError && error.message.startsWith('Unpacked')) throw error;
      throw new RangeError('The layered picture is damaged or ends too early.');
    }
  })();
  const stack = files['stack.xml'];
  if (!stack || stack.length > most.stackBytes) throw new RangeError('The layered picture holds no list of layers (stack.xml).');
  const { widthPx, heightPx, dotsPerInch, nodes } = stackOf(strFromU8(stack));
  if (widthPx < 8 || heightPx < 8 || widthPx * heightPx > most.pixels)
    throw new RangeError(`The layered picture has ${widthPx} x ${heightPx} pixels; at most ${most.pixels / 1e6} million fit.`);
  const named = namedNodes(nodes);
  const isLines = (node: Node): boolean => areLines.test(node.name);
  const linesNode =
    named.find((node) => isLines(node)) ?? named.find(({ op }) => op === 'svg:multiply') ?? (named.length > 1 ? named[0] : undefined);
  const layerOf = ({ name, src, xPx, yPx }: Node & { src: string; xPx?: number; yPx?: number }): OraLayer[] => {
    const png = files[src];
    return png ? [{ name, png, xPx: xPx ?? 0, yPx: yPx ?? 0 }] : [];
  };
  const rest = named.filter((node) => node !== linesNode && !isGround.test(node.name) && !isLines(node));
  return {
    ...{ widthPx, heightPx, dotsPerInch },
    lines: (linesNode && layersIn(linesNode).flatMap(layerOf)[0]) ?? null,
    // The first in the list lies on top.
    groups: rest.reverse().map((node) => ({ name: 'inner' in node ? node.name : null, layers: layersIn(node).reverse().flatMap(layerOf) })),
  };
}
