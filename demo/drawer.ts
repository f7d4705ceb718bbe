import type { Die, DrawerItem, Stamp } from '#model/drawer';
import { namedOutline, nestedSizes } from '#core/outline/named-shapes';
import { isInside, type OutlineMm } from '#core/outline/outline';
import { silhouetteOutlines } from '#core/outline/silhouette';

/** Of which set the stamps and dies of the demo are; invented. */
const set = 'The Balloon Post';
/** Paper that the dies leave round their stamps, in mm. */
const rimMm = 2;
/** So much smaller than their places the loose pieces of an inlay are, all round, in mm. */
const inlayPlayMm = 0.2;
const leastInlayMm2 = 12;

const kept = (outline: OutlineMm): [number, number][] => outline.map(([x, y]) => [Math.round(100 * x) / 100, Math.round(100 * y) / 100]);

/** What the demo's pictures leave in the drawer: a stamp each, and the die that goes with it; that of an inlay has its loose pieces. */
export function drawerOfPicture(
  { id, name, isInlay }: { id: string; name: string; isInlay: boolean },
  stamp: Pick<Stamp, 'widthMm' | 'heightMm' | 'original' | 'grey'>,
  { labels, lines, width, height, pxPerMm }: { labels: Uint16Array; lines: Uint8Array; width: number; height: number; pxPerMm: number },
): DrawerItem[] {
  const mask = (holds: (label: number, line: number) => boolean) => ({
    ...{ width, height, pxPerMm },
    data: Uint8Array.from(labels, (label, pixel) => (holds(label, lines[pixel] ?? 0) ? 1 : 0)),
  });
  const dies = silhouetteOutlines(
    mask((label, line) => label > 0 || line > 0),
    { rimMm, leastMm2: 300 },
  );
  const inlays = isInlay
    ? [...new Set(labels)]
        .filter((label) => label > 0)
        .flatMap((own) =>
          silhouetteOutlines(
            mask((label) => label === own),
            { rimMm: -inlayPlayMm, leastMm2: leastInlayMm2 },
          ).slice(0, 1),
        )
        .filter(([place]) => place !== undefined && isInside(place, dies[0] ?? []))
    : [];
  return [
    { id: `${id}-stamp`, kind: 'stamp', name, set, ...stamp },
    ...dies.map(
      (outline, place): Die => ({
        ...{ id: place === 0 ? `${id}-die` : `${id}-die-${place + 1}`, kind: 'die', does: 'cuts', set, outline: kept(outline) },
        ...{ name: `${name}, die${dies.length > 1 ? ` ${place + 1}` : ''}`, imageSha256: stamp.original.sha256 },
        ...(place === 0 && inlays.length > 0
          ? { inlays: inlays.map((inlay, index) => ({ name: `piece ${index + 1}`, outline: kept(inlay) })) }
          : {}),
      }),
    ),
  ];
}

/** Words, nested dies and machines of the demo; invented. */
export const demoDrawer: DrawerItem[] = [
  ...nestedSizes(92, 68, 4, 12).map(
    ({ widthMm, heightMm }): Die => ({
      ...{ id: `demo-frame-${widthMm}`, kind: 'die', does: 'cuts', name: `Frame ${widthMm} × ${heightMm}`, set: 'Porthole frames' },
      outline: kept(namedOutline('rounded rectangle', widthMm, heightMm)),
    }),
  ),
  { id: 'demo-score-cloud', kind: 'die', does: 'scores', name: 'Cloud line', outline: kept(namedOutline('scalloped circle', 46, 46)) },
  { id: 'demo-words-post', kind: 'words', name: 'Post from above', widthMm: 58, heightMm: 7, ink: 'Nightfall black' },
  { id: 'demo-words-landing', kind: 'words', name: 'Soft landings', widthMm: 44, heightMm: 6, ink: 'Umber heat-set' },
  { id: 'demo-plate', kind: 'machine', sort: 'die machine', name: 'Crank machine, plate', widthMm: 150, heightMm: 220 },
  { id: 'demo-platform', kind: 'machine', sort: 'stamping platform', name: 'Stamping platform', widthMm: 150, heightMm: 200 },
  { id: 'demo-trimmer', kind: 'machine', sort: 'trimmer', name: 'Trimmer', widthMm: 305, heightMm: 150 },
];
