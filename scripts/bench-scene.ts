/** Prints time and memory of the forms of a scene and of one lamp move: npm run bench:scene */
import type { DistantLamp } from '../src/model/lamp';
import { paintBands } from '../src/core/scene/paint-bands';
import { openScene } from '../src/core/plan/scene';
import { badger, type BenchScene, farGems, pageOf40 } from './bench-scene/scenes';

const median = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1] as number;
const lampAt = (azimuthDeg: number): DistantLamp => ({ kind: 'distant', azimuthDeg, heightDeg: 40 });

function timed<T>(work: () => T): [number, T] {
  const start = performance.now();
  const result = work();
  return [performance.now() - start, result];
}

function bench({ name, labels, width, height, elements, bodies, fronts, pxPerMm }: BenchScene): string {
  const [openMs, scene] = timed(() => openScene(labels, width, height, pxPerMm ? { pxPerMm } : {}));
  // The first map makes the forms.
  const [formsMs] = timed(() => scene.bandMap({ lamp: lampAt(300), elements, bodies, fronts, resolution: 'full' }));
  const moves = (resolution: 'full' | 'half') =>
    median(
      [10, 80, 150, 220, 290].map(
        (azimuthDeg) => timed(() => scene.bandMap({ lamp: lampAt(azimuthDeg), elements, bodies, fronts, resolution }))[0],
      ),
    );
  const [half, full] = [moves('half'), moves('full')];
  const colours = elements.map(
    () =>
      [
        [200, 180, 160],
        [150, 120, 100],
        [80, 60, 50],
      ] as const,
  );
  const map = scene.bandMap({ lamp: lampAt(40), elements, bodies, fronts, resolution: 'full' });
  const paint = median([1, 2, 3].map(() => timed(() => paintBands(map, colours))[0]));
  const mb = (bytes: number) => (bytes / 1024 / 1024).toFixed(1);
  const numbers = [openMs, formsMs, half, full, paint].map((ms) => ms.toFixed(0));
  return `| ${[name, `${width} x ${height}`, String(elements.length), ...numbers, mb(scene.formBytes())].join(' | ')} |`;
}

const one = await badger();
console.log('| scene | px | elements | look over ms | first map with forms ms | move, half ms | move, full ms | paint ms | forms MB |');
console.log('| --- | --- | --- | --- | --- | --- | --- | --- | --- |');
for (const scene of [one, pageOf40(one), farGems()]) console.log(bench(scene));
