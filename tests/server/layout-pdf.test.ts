import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { cardSvg, drawnCard } from '#core/layout/drawn';
import { layoutPdf } from '#server/formats/layout-pdf';
import { at, dieOf, madeUpCard, noneBeside, paperOf, pieceAt, pieceOf, wordsOf } from '../made-up-card';
import { box, wavy } from '../made-up-outlines';

const drawn = [dieOf('a', wavy(40, 14, 5)), dieOf('b', box(30, 20)), wordsOf('w', 40, 8)];
const looked = madeUpCard(
  {
    pieces: [pieceOf('a'), pieceOf('b'), pieceOf('w', { image: { kind: 'words', drawnId: 'w' }, cut: { by: 'panel' } })],
    papers: [paperOf('base', 'base', 100, 140), paperOf('panel', 'panel', 90, 130), paperOf('page', 'writing panel', 80, 120)],
  },
  {
    drawn,
    items: [
      at('at-panel', { kind: 'paper', paperId: 'panel' }, 50, 70),
      at('at-page', { kind: 'paper', paperId: 'page' }, 50, 70, { face: 'inside' }),
      ...[pieceAt('a', 30, 40, { turnedDeg: 20, foamMm: 1 }), pieceAt('b', 70, 60, { turnedDeg: 90 }), pieceAt('w', 50, 110)],
    ],
  },
);
const { make, card, front, laid } = looked;
const mmPerPt = 25.4 / 72;

async function written(isMirrored: boolean): Promise<string> {
  const bytes = await layoutPdf({ make, beside: noneBeside, cardId: card.id, paper: 'a4', unit: 'mm', isMirrored });
  const path = join(mkdtempSync(join(tmpdir(), 'aquachrome-layout-')), 'layout.pdf');
  writeFileSync(path, bytes);
  return path;
}

/** Ways that are stroked on a page, in mm from its left top, as poppler reads them. */
function strokedWays(path: string, page: number): [number, number][][] {
  const svg = `${path}-${page}.svg`;
  execFileSync('pdftocairo', ['-svg', '-noshrink', '-nocenter', '-f', String(page), '-l', String(page), path, svg]);
  return [...readFileSync(svg, 'utf8').matchAll(/<path[^>]*fill:none[^>]*?d="([^"]*)"(?:[^>]*transform="matrix\(([^)]*)\)")?/g)].map(
    ([, way = '', matrix]) => {
      const [a = 1, b = 0, c = 0, d = 1, e = 0, f = 0] = matrix ? matrix.split(',').map(Number) : [];
      return [...way.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]): [number, number] => [
        (a * Number(x) + c * Number(y) + e) * mmPerPt,
        (b * Number(x) + d * Number(y) + f) * mmPerPt,
      ]);
    },
  );
}

describe('the layout on paper', () => {
  it.each([false, true])('has every outline within 0.1 mm of the plan, as poppler reads it; mirrored: %s', async (isMirrored) => {
    const ways = strokedWays(await written(isMirrored), 1);
    const cornerOf = (way: [number, number][]) => [Math.min(...way.map(([x]) => x)), Math.min(...way.map(([, y]) => y))] as const;
    const card0 = ways.find(
      (way) => way.length >= 4 && Math.abs(Math.max(...way.map(([x]) => x)) - cornerOf(way)[0] - front.widthMm) < 0.1,
    );
    if (!card0) throw new Error('The card itself is not drawn.');
    const [left, top] = cornerOf(card0);
    for (const own of laid.filter(({ isInside }) => !isInside)) {
      const planned = own.outline.map(([x, y]) => [left + (isMirrored ? front.widthMm - x : x), top + y] as const);
      const isDrawn = ways.some((way) => planned.every(([x, y]) => way.some(([px, py]) => Math.hypot(px - x, py - y) < 0.1)));
      expect(isDrawn, own.name).toBe(true);
    }
  });

  it('tells what lies where and the steps beside it, has its page inside, and a ruler on each page', async () => {
    const path = await written(false);
    const text = execFileSync('pdftotext', ['-layout', path, '-']).toString();
    for (const words of [
      'The card, 100 mm × 140 mm',
      '1 panel',
      '2 Die a, on foam',
      '4 Words w',
      'Stamp Words w on the panel',
      'The card, inside',
      'writing panel',
      'keep fingers',
    ])
      expect(text.replaceAll(/\s+/g, ' ')).toContain(words);
    expect(text.match(/The ruler is 100 mm long/g)).toHaveLength(2);
    const steps = [...text.matchAll(/(\d+)\. /g)].map(([, number]) => Number(number));
    expect(steps.slice(0, 4)).toEqual([1, 2, 3, 4]);
  });

  it('of a card that is not there it says so', async () => {
    await expect(layoutPdf({ make, beside: noneBeside, cardId: 'none', paper: 'a4', unit: 'mm', isMirrored: false })).rejects.toThrow(
      /no such card/,
    );
  });
});

describe('a picture of the card as SVG', () => {
  it('is so large in mm, and read again has every outline where it lies', () => {
    const svg = cardSvg(
      'The card',
      drawnCard(
        laid.filter(({ isInside }) => !isInside),
        { supplies: [] },
      ),
      front,
      { hrefOf: () => undefined },
    );
    expect(svg).toContain('width="106mm" height="146mm" viewBox="-3 -3 106 146"');
    const ways = [...svg.matchAll(/<path d="M([^"]*)Z"/g)].map(([, way = '']) =>
      way.split('L').map((place) => place.split(' ').map(Number) as [number, number]),
    );
    for (const own of laid.filter(({ isInside }) => !isInside))
      expect(
        ways.some(
          (way) =>
            way.length === own.outline.length &&
            way.every(([x, y], place) => Math.hypot(x - own.outline[place]![0], y - own.outline[place]![1]) < 0.01),
        ),
        own.name,
      ).toBe(true);
    expect(svg).toContain('<title>Words w</title>');
  });
});
