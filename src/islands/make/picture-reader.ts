import { proxy, type Remote, wrap } from 'comlink';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import { wholeOriginal } from '#model/preparation';
import type { LineSettings, Mend, PlaceMm, Reading } from '#model/reading';
import type { MendTool } from '#core/picture/gestures';
import type { PictureDoubt } from '#core/picture/judge-picture';
import { decodeLabelMap } from '#core/picture/label-map';
import { inheritedAssignments } from '#core/picture/match-regions';
import { toRegionMap } from '#core/picture/region-map';
import { CallProblem } from '#islands/shared/server-calls.ts';
import type { RegionsApi } from '#workers/regions.worker';
import type { ReadRequest } from '#workers/regions-messages';
import type { WaitingBlob } from './outbox';

export type Proposal = { from: PlaceMm; to: PlaceMm };
/** `blobs`: the label map that the operations name; the server has it not yet. */
export type ReadResult = { operations: Operation[]; blobs: WaitingBlob[]; doubt: PictureDoubt | null };

type BlobOf = (sha256: string) => Promise<Uint8Array<ArrayBuffer>>;

const pxPerMmOf = (picture: Picture) => picture.grey.widthPx / picture.widthMm;

/** One picture in the worker that reads it; a picture of another grey raster is loaded when it is asked for. */
export class PictureReader {
  private readonly thread = new Worker(new URL('../../workers/regions.worker.ts', import.meta.url), { type: 'module' });
  private readonly api: Remote<RegionsApi> = wrap<RegionsApi>(this.thread);
  private loadedGrey = '';
  private loading: Promise<void> = Promise.resolve();
  private readonly labelMaps = new Map<string, Uint16Array>();

  constructor(private readonly blobOf: BlobOf) {}

  close(): void {
    this.thread.terminate();
  }

  /** @throws CallProblem when the server is away. */
  load(picture: Picture): Promise<void> {
    const key = `${picture.grey.sha256} ${picture.widthMm}`;
    if (this.loadedGrey === key) return this.loading;
    this.loadedGrey = key;
    this.loading = this.blobOf(picture.grey.sha256).then((png) => this.api.load({ png, pxPerMm: pxPerMmOf(picture) }));
    this.loading.catch(() => {
      this.loadedGrey = '';
    });
    return this.loading;
  }

  private async labelsOf(picture: Picture): Promise<Uint16Array | null> {
    const map = picture.regionMap;
    if (!map) return null;
    const known = this.labelMaps.get(map.labelMap);
    if (known) return known;
    const labels = decodeLabelMap(await this.blobOf(map.labelMap), map.widthPx, map.heightPx);
    this.labelMaps.set(map.labelMap, labels);
    return labels;
  }

  /**
   * Reads a picture anew and says which operations keep that: the reading, the regions with their lasting ids, and new parts of divided
   * regions with their elements.
   * @param cutAnew the picture as it was before it was cut out anew, when it was.
   * @throws CallProblem or Error
   */
  async read(
    picture: Picture,
    reading: Reading,
    onProgress: (stage: string, share: number) => void,
    cutAnew?: Picture,
  ): Promise<ReadResult> {
    onProgress('Fetching the picture', 0);
    await this.load(picture);
    const then = cutAnew ?? picture;
    const labels = await this.labelsOf(then);
    const request: ReadRequest = { reading };
    if (labels && then.regionMap) {
      request.before = {
        labels: labels as Uint16Array<ArrayBuffer>,
        width: then.regionMap.widthPx,
        height: then.regionMap.heightPx,
        pxPerMm: then.regionMap.widthPx / then.widthMm,
        regions: then.regionMap.regions.map(({ id, label }) => ({ id, label })),
        ...(cutAnew ? { frames: { now: frameRequest(picture), before: frameRequest(cutAnew) } } : {}),
      };
    }
    const answer = await this.api.read(request, proxy(onProgress));
    if ('tooManyRegions' in answer) {
      throw new CallProblem(422, {
        code: 'too-many-areas',
        message: `The picture falls into ${answer.tooManyRegions.toLocaleString('en')} areas, more than anyone colours.`,
        remedy: 'Is it a photograph, or grainy paper? Under "Lines", leave out larger specks or take only bold lines, and read it again.',
      });
    }
    const sha256 = await sha256Of(answer.labelMap);
    this.labelMaps.set(sha256, answer.reading.found.labels);
    const regionMap = toRegionMap(answer.reading, {
      pxPerMm: pxPerMmOf(picture),
      labelMap: sha256,
      newId: () => crypto.randomUUID(),
      ...(answer.match ? { before: { picture: then, match: answer.match } } : {}),
    });
    const inherited = answer.match ? inheritedAssignments(then, regionMap, answer.match) : [];
    const operations: Operation[] = [
      { kind: 'setReading', pictureId: picture.id, reading },
      { kind: 'setRegionMap', pictureId: picture.id, regionMap },
    ];
    if (inherited.length > 0) operations.push({ kind: 'assignRegions', pictureId: picture.id, assignments: inherited });
    return { operations, blobs: [{ sha256, bytes: answer.labelMap }], doubt: answer.doubt };
  }

  async propose(picture: Picture, reading: Reading): Promise<Proposal[]> {
    await this.load(picture);
    return this.api.propose(reading.settings, reading.mends);
  }

  async loupe(
    picture: Picture,
    settings: LineSettings,
    box: { left: number; top: number; width: number; height: number },
  ): Promise<ImageData> {
    await this.load(picture);
    return new ImageData(await this.api.loupe({ settings, ...box }), box.width, box.height);
  }

  async gesture(picture: Picture, reading: Reading, tool: MendTool, points: PlaceMm[]): Promise<{ mend: Mend } | { refusal: string }> {
    await this.load(picture);
    const labels = await this.labelsOf(picture);
    if (!labels) return { refusal: 'The areas are not found yet.' };
    return this.api.gesture({ tool, points, reading, regions: picture.regionMap?.regions ?? [], labels });
  }
}

/** The name of a blob, as the server names it. */
async function sha256Of(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  return Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('');
}

function frameRequest({ preparation = wholeOriginal, widthMm, heightMm }: Picture) {
  return { preparation, widthMm, heightMm };
}
