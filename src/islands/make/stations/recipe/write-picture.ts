import { transfer } from 'comlink';
import { elementTint } from '#core/colour/element-tints';
import { blackHex } from '#core/colour/line-colour';
import { byId } from '#core/make/by-id';
import { lineHexOf } from '#core/make/line-hex';
import { coloursOfBands } from '#core/scene/band-colours';
import { writtenPlan } from '#core/plan/written';
import { livingWorker } from '#islands/shared/living-worker.ts';
import type { PictureFile, ToWritePicture } from '#workers/picture-files-messages';
import type { PictureFilesApi } from '#workers/picture-files.worker';
import { planOfNow, type ToWrite } from '../../plan/write-recipe';

/** The worker looks at it again: arrays of a page may lie in memory of any kind. */
type ToWritePictureFrom = Omit<ToWritePicture, 'areas' | 'map' | 'look'> & Record<'areas' | 'map', object> & { look: object | null };

/** Areas of no element are paper. */
const bareHex = '#ffffff';

/** Writes the picture on show as a file at its true size. @throws Error in words where it has no areas yet; WorkerGoneError */
export async function writePicture(to: ToWrite, file: PictureFile): Promise<Uint8Array<ArrayBuffer>> {
  const { make, picture, table, labels, lines, rack, supplies } = to;
  const answer = await planOfNow(to);
  if (!answer || !table || !labels || !lines) throw new Error('This picture has no areas yet: have it read at Picture, then save it.');
  const recipe = writtenPlan(make, picture, rack.markers, table, { supplies });
  const written = byId(recipe.elements.map((element) => ({ ...element, id: element.elementId })));
  const colours = coloursOfBands(picture, answer.ids, byId(rack.markers));
  const elementOf = new Map(picture.elements.flatMap((element, index) => element.regionIds.map((id) => [id, { element, index }] as const)));
  const request: ToWritePictureFrom = {
    title: `${make.name}, ${picture.name}`,
    ...{ widthMm: picture.widthMm, heightMm: picture.heightMm, look: answer.look, map: answer.map },
    // A copy goes: the screen keeps its own.
    lines: await createImageBitmap(lines),
    lineHex: lineHexOf(picture) ?? blackHex,
    areas: {
      ...{ labels, width: table.table.widthPx, height: table.table.heightPx },
      named: [...table.byLabel].map(([label, { id }]) => {
        const own = elementOf.get(id);
        const number = table.numberOf.get(id);
        return own
          ? { label, name: `${own.element.name}, area ${number}`, fillHex: elementTint(own.index).hex }
          : { label, name: `Area ${number}`, fillHex: bareHex };
      }),
    },
    named: answer.ids.map((id, index) => {
      const element = written.get(id);
      const name = picture.elements.find((own) => own.id === id)?.name ?? '';
      return {
        name,
        bands: (colours[index] ?? []).map(([r, g, b], band) => {
          const rung = element?.rungs[band];
          return { name: rung ? `${rung.code} ${rung.role}` : `band ${band + 1}`, rgb: [r, g, b] as [number, number, number] };
        }),
      };
    }),
  };
  const worker = livingWorker<PictureFilesApi>({
    what: 'What writes pictures',
    create: (name) => new Worker(new URL('../../../../workers/picture-files.worker.ts', import.meta.url), { type: 'module', name }),
  });
  try {
    return await worker.ask((api) => api.write(transfer(request, [request.lines]), file));
  } finally {
    worker.close();
  }
}
