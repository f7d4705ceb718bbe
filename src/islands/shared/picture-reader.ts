import { dequal } from 'dequal/lite';
import { pxPerMmOfPicture } from '#core/make/scale';
import { proxy, type Remote } from 'comlink';
import type { Make } from '#model/make';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import type { LineSettings, Mend } from '#model/reading';
import { wholeOriginal } from '#model/preparation';
import type { Frame } from '#model/region-table';
import { digestOf } from '#core/make/digest';
import { pictureById } from '#core/make/picture-lookup';
import { readingKey, readingOf } from '#core/make/reading-key';
import { encodeRegionTable, indexTable, type IndexedTable } from '#core/make/region-tables';
import type { PictureDoubt } from '#core/picture/judge-picture';
import { decodeLabelMap } from '#core/picture/label-map';
import { inheritedAssignments } from '#core/picture/match-regions';
import { toRegionTable } from '#core/picture/region-table';
import type { ResolvedTouch } from '#core/picture/resolve-touches';
import { livingWorker } from './living-worker';
import { CallProblem } from './server-calls';
import type { RegionsApi } from '#workers/regions.worker';
import type { ReadAnswer, ReadRefusal, ReadRequest } from '#workers/regions-messages';
import type { WaitingBlob } from '#model/waiting';

export type ReadResult = {
  /** What keeps the results, as a function of the newest make; null when the picture is no longer the one that was read. */
  operations: (make: Make) => Operation[] | null;
  /** The label map and the region table that the operations name; the server has them not yet. */
  blobs: WaitingBlob[];
  tables: ReadonlyMap<string, IndexedTable>;
  /** The label map itself. */
  labels: { width: number; height: number; labels: Uint16Array };
  resolved: readonly ResolvedTouch[];
  doubt: PictureDoubt | null;
};

type BlobOf = (sha256: string) => Promise<Uint8Array<ArrayBuffer>>;
type Progress = (stage: string, share: number) => void;

const frameOf = ({ preparation, widthMm, heightMm }: Picture): Frame => ({ ...(preparation ? { preparation } : {}), widthMm, heightMm });
const projectionOf = ({ preparation = wholeOriginal, widthMm, heightMm }: Frame) => ({ preparation, widthMm, heightMm });

/** Pictures in the worker that reads them; one of another grey raster is loaded when it is asked for. */
export class PictureReader {
  private readonly worker = livingWorker<RegionsApi>({
    what: 'What finds the areas of the picture',
    create: (name) => new Worker(new URL('../../workers/regions.worker.ts', import.meta.url), { type: 'module', name }),
    // One that is started again knows no picture.
    begin: async () => {
      this.loadedGrey = '';
    },
  });
  private loadedGrey = '';
  private loading: Promise<void> = Promise.resolve();
  /** The newest label map that was read or fetched. */
  private labelMap: { sha256: string; labels: Uint16Array } | null = null;

  constructor(private readonly blobOf: BlobOf) {}

  close(): void {
    this.worker.close();
  }

  /** Asks the worker, which has the picture loaded then. @throws CallProblem when the server is away. */
  private ask<T>(picture: Picture, question: (api: Remote<RegionsApi>) => Promise<T>): Promise<T> {
    return this.worker.ask(async (api) => {
      await this.load(picture, api);
      return question(api);
    });
  }

  private load(picture: Picture, api: Remote<RegionsApi>): Promise<void> {
    const key = `${picture.grey.sha256} ${picture.widthMm}`;
    if (this.loadedGrey === key) return this.loading;
    this.loadedGrey = key;
    this.loading = this.blobOf(picture.grey.sha256).then((png) => api.load({ png, pxPerMm: pxPerMmOfPicture(picture) }));
    this.loading.catch(() => {
      this.loadedGrey = '';
    });
    return this.loading;
  }

  private async labelsOf(picture: Picture): Promise<Uint16Array | null> {
    const map = picture.regionMap;
    if (!map) return null;
    if (this.labelMap?.sha256 === map.labelMap) return this.labelMap.labels;
    const labels = decodeLabelMap(await this.blobOf(map.labelMap), map.widthPx, map.heightPx);
    this.labelMap = { sha256: map.labelMap, labels };
    return labels;
  }

  /**
   * Reads a picture anew, by its settings and mends as they are.
   * @param table its regions of before, whose ids go on; undefined where there are none.
   * @throws CallProblem or Error
   */
  async read(picture: Picture, table: IndexedTable | undefined, onProgress: Progress): Promise<ReadResult> {
    onProgress('Fetching the picture', 0);
    const labels = table ? await this.labelsOf(picture) : null;
    const request: ReadRequest = { reading: readingOf(picture) };
    const frame = frameOf(picture);
    if (labels && table) {
      const { frame: then, widthPx, heightPx, regions } = table.table;
      const isCutAnew = !dequal(projectionOf(then), projectionOf(frame));
      request.before = {
        labels: labels as Uint16Array<ArrayBuffer>,
        width: widthPx,
        height: heightPx,
        pxPerMm: widthPx / then.widthMm,
        regions,
        ...(isCutAnew ? { frames: { now: projectionOf(frame), before: projectionOf(then) } } : {}),
      };
    }
    const answer = await this.ask(picture, async (api): Promise<ReadAnswer | ReadRefusal> => api.read(request, proxy(onProgress)));
    if ('tooManyRegions' in answer) {
      throw new CallProblem(422, {
        code: 'too-many-areas',
        message: `The picture falls into ${answer.tooManyRegions.toLocaleString('en')} areas, more than anyone colours.`,
        remedy: 'Is it a photograph, or grainy paper? Under "Lines", leave out larger specks or take only bold lines, and read it again.',
      });
    }
    const { match, resolved, doubt, labelMap } = answer;
    const { widthPx, heightPx } = { widthPx: answer.reading.found.width, heightPx: answer.reading.found.height };
    const found = toRegionTable(answer.reading, {
      pxPerMm: pxPerMmOfPicture(picture),
      frame,
      given: picture.regionsGiven,
      ...(match && table ? { before: { elements: picture.elements, table, match } } : {}),
    });
    const tableBytes = encodeRegionTable(found);
    const named = { labelMap: digestOf(labelMap), table: digestOf(tableBytes) };
    this.labelMap = { sha256: named.labelMap, labels: answer.reading.found.labels };
    const key = readingKey(picture);
    return {
      resolved,
      doubt,
      blobs: [
        { sha256: named.labelMap, bytes: labelMap },
        { sha256: named.table, bytes: tableBytes },
      ],
      tables: new Map([[named.table, indexTable(found)]]),
      labels: { width: widthPx, height: heightPx, labels: answer.reading.found.labels },
      operations: (make) => {
        const newest = pictureById(make, picture.id);
        // Edited meanwhile, or read anew from elsewhere: what was found belongs to a picture that is no more.
        if (!newest || readingKey(newest) !== key || newest.regionsGiven !== picture.regionsGiven) return null;
        const own = { pictureId: picture.id };
        const touches = resolved.map((touch): Operation => {
          if ('refusal' in touch) return { kind: 'remove', entity: 'mend', ...own, id: touch.id };
          return { kind: 'put', entity: 'mend', ...own, row: touch.mend };
        });
        const mends = resolvedMends(newest.mends, resolved);
        const regionMap = { ...named, widthPx, heightPx, count: found.regions.length, of: readingKey({ ...newest, mends }) };
        const inherited = match ? inheritedAssignments(newest, found, match) : [];
        return [
          ...touches,
          { kind: 'setRegionMap', ...own, regionMap, givenBefore: picture.regionsGiven },
          ...(inherited.length > 0 ? [{ kind: 'assignRegions' as const, ...own, assignments: inherited }] : []),
        ];
      },
    };
  }

  async loupe(
    picture: Picture,
    settings: LineSettings,
    box: { left: number; top: number; width: number; height: number },
  ): Promise<ImageData> {
    return new ImageData(await this.ask(picture, (api) => api.loupe({ settings, ...box })), box.width, box.height);
  }
}

/** A picture's mends with its touches replaced by what they mean. */
function resolvedMends(mends: readonly Mend[], resolved: readonly ResolvedTouch[]): Mend[] {
  return mends.flatMap((mend) => {
    const touch = resolved.find(({ id }) => id === mend.id);
    if (!touch) return [mend];
    return 'mend' in touch ? [touch.mend] : [];
  });
}
