import { createHash } from 'node:crypto';
import { deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { mostBundleBytes, mostBundleEntries } from '#model/bundle';
import { type Database, openDatabase } from '#server/db/database';
import { ProblemError } from '#server/http/problem';
import { bundleOf, everythingIn, filesOf, lookedAt, taken } from './bundle-parts';
import { databaseWithDemo } from './prepared';
import { type RawEntry, rawZip } from './raw-zip';

const pilotId = 'make-balloon-post-pilot';
let database: Database;
let files: Map<string, Buffer>;
let good: RawEntry[];
beforeAll(async () => {
  database = openDatabase(await databaseWithDemo());
  files = await filesOf((await bundleOf(database, [pilotId])).bytes);
  // Under another id, so that all of it would come in.
  const other = (bytes: Buffer) => Buffer.from(bytes.toString('utf8').replaceAll(`"${pilotId}"`, '"other"'));
  good = [...files].map(([name, bytes]) => ({
    name: name === `makes/${pilotId}.json` ? 'makes/other.json' : name,
    bytes: name.endsWith('.json') ? other(bytes) : bytes,
  }));
}, 300_000);
afterAll(async () => {
  await database.sequelize.close();
});

const change = (name: string, how: (bytes: Buffer) => Buffer): RawEntry[] =>
  good.map((entry) => (entry.name === name ? { ...entry, bytes: how(entry.bytes) } : entry));
// biome-ignore lint/suspicious/noExplicitAny: what is changed here fits no schema on purpose.
const json = (name: string, how: (value: any) => unknown): RawEntry[] =>
  change(name, (bytes) => {
    const value = JSON.parse(bytes.toString('utf8'));
    return Buffer.from(JSON.stringify(how(value) ?? value));
  });
const digest = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');
const theMake = 'makes/other.json';

/** The bundle with other bytes for one of its pictures, under a name that does not lie. */
function withBlob(which: 'grey' | 'original' | 'labelMap' | 'table', mediaType: string, bytes: Buffer): RawEntry[] {
  const make = JSON.parse(good.find(({ name }) => name === theMake)?.bytes.toString('utf8') ?? '').make;
  const picture = make.pictures[0];
  const old = which === 'grey' || which === 'original' ? picture[which].sha256 : picture.regionMap[which];
  const fresh = digest(bytes);
  return [
    ...good
      .filter(({ name }) => name !== `blobs/${old}`)
      .map((entry) => {
        if (!entry.name.endsWith('.json')) return entry;
        let text = entry.bytes.toString('utf8').replaceAll(old, fresh);
        if (entry.name === 'aquachrome.json') {
          const list = JSON.parse(text);
          for (const blob of list.blobs) if (blob.sha256 === fresh) Object.assign(blob, { bytes: bytes.length, mediaType });
          text = JSON.stringify(list);
        }
        return { ...entry, bytes: Buffer.from(text) };
      }),
    { name: `blobs/${fresh}`, bytes },
  ];
}

/** A PNG that says it is so large and holds next to nothing (PNG Third Edition, 11.2.2). */
async function hugePng(widthPx: number, heightPx: number): Promise<Buffer> {
  const png = await sharp({ create: { width: 64, height: 64, channels: 3, background: '#fff' } })
    .greyscale()
    .png()
    .toBuffer();
  png.writeUInt32BE(widthPx, 16);
  png.writeUInt32BE(heightPx, 20);
  const { crc32 } = await import('node:zlib');
  png.writeUInt32BE(crc32(png.subarray(12, 29)), 29);
  return png;
}

const firstBlob = () => good.find(({ name }) => name.startsWith('blobs/')) as RawEntry;
const cases: [string, () => Promise<RawEntry[] | Buffer> | RawEntry[] | Buffer, RegExp][] = [
  ['a name that climbs out', () => [...good, { name: '../../etc/cron.d/x', bytes: Buffer.from('x') }], /leads out of its folder/],
  ['a name from the root', () => [...good, { name: '/etc/passwd', bytes: Buffer.from('x') }], /leads out of its folder/],
  ['a name with a stroke that leans left', () => [...good, { name: '..\\x', bytes: Buffer.from('x') }], /leads out of its folder/],
  ['two files of one name', () => [...good, { ...firstBlob(), bytes: Buffer.from('another') }], /Two files in it have one name/],
  [
    'a file that is locked',
    () => good.map((entry, place) => (place === 3 ? { ...entry, isPacked: true, isLocked: true } : entry)),
    /locked with a password/,
  ],
  [
    'more bytes than fit, by what it says',
    () => [...good, { name: 'more', bytes: Buffer.alloc(10), isPacked: true, saysBytes: mostBundleBytes }],
    /larger than the 500 MB/,
  ],
  [
    'a bomb that says it is small',
    () =>
      good.map((entry) =>
        entry === firstBlob() ? { ...entry, bytes: Buffer.alloc(300_000_000), isPacked: true, saysBytes: entry.bytes.length } : entry,
      ),
    /not as large as it says/,
  ],
  [
    'a bomb of JSON',
    () => good.map((entry) => (entry.name === theMake ? { ...entry, bytes: Buffer.alloc(200_000_000, ' '), isPacked: true } : entry)),
    /larger than the 24 MB/,
  ],
  [
    'more files than fit',
    () => [...good, ...Array.from({ length: mostBundleEntries }, (_, at) => ({ name: `n${at}`, bytes: Buffer.alloc(0) }))],
    /20,000 fit/,
  ],
  ['JSON that is nested without end', () => change(theMake, () => Buffer.from('['.repeat(2_000_000))), /nested deeper/],
  ['JSON full of nothings', () => change(theMake, () => Buffer.from(`[${'0,'.repeat(4_000_000)}0]`)), /more than 3,000,000 values/],
  ['a file that is no JSON', () => change('rack.json', () => Buffer.from('{')), /no valid JSON/],
  ['a list of another program', () => json('aquachrome.json', (value) => ({ ...value, format: 'other' })), /not what it should be/],
  ['a newer file', () => json('aquachrome.json', (value) => ({ ...value, version: 99 })), /newer Aquachrome/],
  ['a newer make', () => json(theMake, (value) => ({ ...value, make: { ...value.make, schema: 99 } })), /newer Aquachrome/],
  [
    'a make that does not fit',
    () =>
      json(theMake, (value) => {
        value.make.pictures[0].widthMm = 'wide';
      }),
    /widthMm/,
  ],
  [
    'a make under another name',
    () =>
      json(theMake, (value) => {
        value.make.id = 'sly';
      }),
    /another one than its list says/,
  ],
  ['a make that is named twice', () => json('aquachrome.json', (value) => void value.makes.push(value.makes[0])), /names a thing twice/],
  [
    'a picture that lies twice in a make',
    () => json(theMake, (value) => void value.make.pictures.push(value.make.pictures[0])),
    /holds a picture twice/,
  ],
  [
    'a region in two elements',
    () =>
      json(theMake, ({ make }) => {
        make.pictures[0].elements[0].regionIds = make.pictures[0].elements[1].regionIds;
      }),
    /in two elements/,
  ],
  [
    'areas that are not there',
    () =>
      json(theMake, ({ make }) => {
        make.pictures[0].elements[0].regionIds = ['r999999'];
      }),
    /no region r999999/,
  ],
  [
    'markers that are none',
    () =>
      json('rack.json', (value) => {
        value.markers[0].code = 7;
      }),
    /list of markers cannot be read/,
  ],
  [
    'a blob whose digest lies',
    () => good.map((entry) => (entry === firstBlob() ? { ...entry, bytes: flipped(entry.bytes) } : entry)),
    /not the one that its name says/,
  ],
  ['a blob that is not there', () => good.filter((entry) => entry !== firstBlob()), /misses a picture/],
  [
    'a picture that is not of its kind',
    () => withBlob('grey', 'image/png', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')),
    /kind|svg|pixels|picture/i,
  ],
  [
    'a picture with a script',
    () => withBlob('original', 'image/svg+xml', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>')),
    /script/,
  ],
  ['a huge original', async () => withBlob('original', 'image/png', await hugePng(60_000, 60_000)), /pixels/],
  ['a huge scan', async () => withBlob('grey', 'image/png', await hugePng(30_000, 30_000)), /pixels/],
  [
    'a scan of another size',
    async () =>
      withBlob(
        'grey',
        'image/png',
        await sharp({ create: { width: 99, height: 99, channels: 3, background: '#fff' } })
          .png()
          .toBuffer(),
      ),
    /scan is not the one/,
  ],
  [
    'a map of areas that is a bomb',
    () => withBlob('labelMap', 'application/octet-stream', deflateSync(Buffer.alloc(200_000_000))),
    /cannot be read/,
  ],
  [
    'measures that are none',
    () => withBlob('table', 'application/octet-stream', deflateSync(Buffer.from('{"schema":1,"regions":7}'))),
    /region table/,
  ],
  [
    'a map that says it is vast',
    () => json(theMake, ({ make }) => void Object.assign(make.pictures[0].regionMap, { widthPx: 20_000, heightPx: 20_000 })),
    /more than 72 million pixels/,
  ],
  ['half of it', () => rawZip(good).subarray(0, 50_000), /damaged or ends too early/],
  ['a zip of something else', () => rawZip([{ name: 'notes.txt', bytes: Buffer.from('hello') }]), /holds no make/],
  ['no zip at all', () => Buffer.from('Dear friend, here is my make.'), /no make of Aquachrome/],
  ['nothing', () => Buffer.alloc(0), /no make of Aquachrome/],
];

function flipped(bytes: Buffer): Buffer {
  const other = Buffer.from(bytes);
  other[other.length >> 1] = (other[other.length >> 1] as number) ^ 1;
  return other;
}

describe('a zip that is broken or meant to harm', () => {
  it('written by hand is taken where nothing is wrong with it, packed anew in a folder too; what else lies in it is left', async () => {
    const folder = good.map((entry) => ({ ...entry, name: `Sent to me/${entry.name}`, isPacked: true }));
    const zip = rawZip([
      { name: 'Sent to me/', bytes: Buffer.alloc(0) },
      ...folder,
      { name: 'Sent to me/.store', bytes: Buffer.from('x') },
    ]);
    const looked = await lookedAt(database, zip);
    expect(looked.makes.map(({ id, standing }) => [id, standing])).toEqual([['other', 'new']]);
    expect(looked.otherFiles).toBe(1);
    expect((await lookedAt(database, rawZip(good))).otherFiles).toBe(0);
  });

  it.each(cases)('%s is refused in words, and nothing is changed', async (_, build, words) => {
    const built = await build();
    const zip = Buffer.isBuffer(built) ? built : rawZip(built);
    const before = await everythingIn(database);
    const room = process.memoryUsage().rss;
    const error = await taken(database, zip).then(
      (came) => expect.fail(`it was taken: ${JSON.stringify(came)}`),
      (caught: unknown) => caught,
    );
    expect(error, String(error)).toBeInstanceOf(ProblemError);
    const { status, problem } = error as ProblemError;
    expect([413, 422]).toContain(status);
    expect(problem.message).toMatch(words);
    expect(await everythingIn(database)).toBe(before);
    expect(process.memoryUsage().rss - room).toBeLessThan(700 * 1024 * 1024);
  });
});
