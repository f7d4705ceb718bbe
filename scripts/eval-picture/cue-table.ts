import { chamferDistance } from '../../src/core/raster/distance';
import type { BinaryImage } from '../../src/core/raster/image';
import { findLines } from '../../src/core/picture/lines';
import { findRegions } from '../../src/core/picture/regions';
import { findShadeCues, type ShadeCue, withoutCues } from '../../src/core/picture/shade-cues';
import { runsOf } from '../../src/core/raster/runs';
import { spreadLabels } from '../../src/core/raster/spread-labels';
import { seeded } from '../../tests/seeded';
import { toWorkingRaster } from './faults';
import { composePage, drawingPx, drawLines, placesOnPage, type Raster } from './pages';
import type { PreparedPage } from './prepared-page';
import { foundIou, overlaps, truthSize } from './truth';

const pxPerMm = 300 / 25.4;
/** Units of a drawing in one px of the working raster. */
const unitsPerPx = 72 / (drawingPx / 2);

type Kind = 'isolated hatching' | 'stipple' | 'attached hatching';
type Spot = { drawing: number; region: number; x: number; y: number; radiusPx: number; nearestX: number; nearestY: number };

/** The roomiest closed region of each drawing, its deepest place and the line nearest to it. */
function roomiest(page: PreparedPage, lines: BinaryImage): Spot[] {
  const { width, height } = truthSize;
  const distance = chamferDistance(lines.data, width, height);
  const nearest = new Int32Array(width * height).map((_, i) => i);
  spreadLabels(nearest, runsOf(lines.data, width, false), width, height);
  return placesOnPage().flatMap((place, drawing) => {
    let best = -1;
    for (let row = Math.ceil(place.y / 2); row < (place.y + drawingPx) / 2 - 1; row++) {
      for (let column = Math.ceil(place.x / 2); column < (place.x + drawingPx) / 2 - 1; column++) {
        const i = row * width + column;
        if (!page.truth.closed.has(page.truth.regions[i] as number)) continue;
        if (best < 0 || (distance[i] as number) > (distance[best] as number)) best = i;
      }
    }
    const radiusPx = best < 0 ? 0 : (distance[best] as number) / 5;
    if (radiusPx < 2.6 * pxPerMm) return [];
    const near = nearest[best] as number;
    const at = (i: number) => ({ x: (i % width) + 0.5, y: Math.floor(i / width) + 0.5 });
    return [{ drawing, region: page.truth.regions[best] as number, ...at(best), radiusPx, nearestX: at(near).x, nearestY: at(near).y }];
  });
}

/** Marks in px of the page, as SVG in the units of their drawing. Null when there is no room for them. */
function marks(kind: Kind, spot: Spot, lines: BinaryImage, random: () => number): string | null {
  const place = placesOnPage()[spot.drawing] as { x: number; y: number };
  const unit = (x: number, y: number) => `${((x - place.x / 2) * unitsPerPx).toFixed(2)} ${((y - place.y / 2) * unitsPerPx).toFixed(2)}`;
  const widthUnits = (0.3 + 0.2 * random()) * pxPerMm * unitsPerPx;
  const strokes = (ends: [number, number, number, number][]) =>
    `<path fill="none" stroke="#000" stroke-linecap="round" stroke-width="${widthUnits}" d="${ends.map(([x1, y1, x2, y2]) => `M${unit(x1, y1)}L${unit(x2, y2)}`).join('')}"/>`;
  const jitter = (most: number) => most * (2 * random() - 1);
  const spacing = (0.8 + 0.5 * random()) * pxPerMm;
  if (kind === 'stipple') {
    const reach = Math.min(0.65 * spot.radiusPx, 3.5 * pxPerMm);
    const dots: [number, number][] = [];
    for (let tries = 0; tries < 400 && dots.length < 14; tries++) {
      const x = spot.x + jitter(reach);
      const y = spot.y + jitter(reach);
      if (dots.every(([otherX, otherY]) => Math.hypot(x - otherX, y - otherY) > 1.1 * pxPerMm)) dots.push([x, y]);
    }
    if (dots.length < 6) return null;
    return dots
      .map(([x, y]) => {
        const [cx, cy] = unit(x, y).split(' ');
        return `<circle cx="${cx}" cy="${cy}" r="${(0.18 + 0.1 * random()) * pxPerMm * unitsPerPx}"/>`;
      })
      .join('');
  }
  if (kind === 'isolated hatching') {
    const reach = Math.min(0.62 * spot.radiusPx, 4 * pxPerMm);
    const count = Math.max(3, Math.min(7, Math.floor((2 * reach) / spacing)));
    const angle = Math.PI * random();
    return strokes(
      Array.from({ length: count }, (_, index) => {
        const aside = (index - (count - 1) / 2) * spacing;
        const half = reach * (0.72 + 0.12 * random());
        const own = angle + jitter(0.05);
        const [cos, sin] = [Math.cos(own), Math.sin(own)];
        const [x, y] = [spot.x - aside * Math.sin(angle), spot.y + aside * Math.cos(angle)];
        return [x - half * cos, y - half * sin, x + half * cos, y + half * sin];
      }),
    );
  }
  const normal = Math.atan2(spot.y - spot.nearestY, spot.x - spot.nearestX);
  const lean = normal + jitter(0.4);
  const length = Math.min(0.9 * spot.radiusPx, (2.4 + 1.6 * random()) * pxPerMm);
  const ends: [number, number, number, number][] = [];
  for (let index = -2; index <= 2; index++) {
    const baseX = spot.nearestX - index * spacing * Math.sin(normal);
    const baseY = spot.nearestY + index * spacing * Math.cos(normal);
    let start: [number, number] | null = null;
    for (let along = 3 * pxPerMm; along > -3 * pxPerMm && !start; along -= 0.5) {
      const x = baseX + along * Math.cos(normal);
      const y = baseY + along * Math.sin(normal);
      if (lines.data[Math.floor(y) * lines.width + Math.floor(x)]) start = [x, y];
    }
    if (!start) return null;
    const own = lean + jitter(0.05);
    const reach = length * (0.85 + 0.3 * random());
    const end = [start[0] + reach * Math.cos(own), start[1] + reach * Math.sin(own)] as const;
    for (let along = 0.8 * pxPerMm; along <= reach + pxPerMm; along += 1) {
      const i = Math.floor(start[1] + along * Math.sin(own)) * lines.width + Math.floor(start[0] + along * Math.cos(own));
      if (lines.data[i]) return null;
    }
    ends.push([...start, ...end]);
  }
  return strokes(ends);
}

function coverage(cue: ShadeCue, mark: ReadonlySet<number>): number {
  return cue.ink.reduce((sum, i) => sum + (mark.has(i) ? 1 : 0), 0) / mark.size;
}

/** Hatching and stipple drawn into the drawings: how much is recognised, and whether what is left divides a region. */
export async function printCueTable(pages: readonly PreparedPage[]): Promise<void> {
  const linesOf = async (drawings: readonly Raster[]) => findLines({ ...(await toWorkingRaster(composePage(drawings, []))), pxPerMm });
  console.log('| marks | drawn | recognised % | region whole % | other cues found |');
  console.log('| --- | --- | --- | --- | --- |');
  let falseCues = 0;
  for (const page of pages) falseCues += findShadeCues(await linesOf(page.drawings)).length;
  console.log(`| none (clean drawings) | 0 | - | - | ${falseCues} |`);
  for (const kind of ['isolated hatching', 'stipple', 'attached hatching'] as const) {
    let drawn = 0;
    let recognised = 0;
    let whole = 0;
    let others = 0;
    for (const [index, page] of pages.entries()) {
      const clean = await linesOf(page.drawings);
      const random = seeded(1000 + index);
      const spots = roomiest(page, clean).flatMap((spot) => {
        const svg = marks(kind, spot, clean, random);
        return svg ? [{ ...spot, svg }] : [];
      });
      const drawings = await Promise.all(
        page.codes.map((code, drawing) => {
          const svg = spots.find((spot) => spot.drawing === drawing)?.svg;
          return svg ? drawLines(code, svg) : (page.drawings[drawing] as Raster);
        }),
      );
      const lines = await linesOf(drawings);
      const cues = findShadeCues(lines);
      const { labels } = findRegions(withoutCues(lines, cues));
      const match = overlaps(page.truth.regions, labels);
      const used = new Set<ShadeCue>();
      for (const spot of spots) {
        const mark = new Set<number>();
        lines.data.forEach((ink, i) => {
          if (ink && !clean.data[i] && page.truth.regions[i] === spot.region) mark.add(i);
        });
        const cue = cues.find((one) => (one.kind === 'dots') === (kind === 'stipple') && coverage(one, mark) >= 0.6);
        drawn++;
        if (cue) {
          recognised++;
          used.add(cue);
        }
        const parts = Array.from({ length: match.columns }, (_, label) => match.common(spot.region, label)).filter(
          (px) => px > 0.03 * (match.firstAreas[spot.region] as number),
        );
        if (match.best(spot.region).iou > foundIou && parts.length === 1) whole++;
      }
      others += cues.filter((cue) => !used.has(cue)).length;
    }
    const share = (part: number) => ((100 * part) / drawn).toFixed(1);
    console.log(`| ${kind} | ${drawn} | ${share(recognised)} | ${share(whole)} | ${others} |`);
  }
}
