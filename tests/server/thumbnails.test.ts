import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { HandStroke } from '#model/hand-stroke';
import { type Database, openDatabase } from '#server/db/database';
import { openWorkshop, workshop } from '#server/decode/workshop';
import { keepBlob } from '#server/store/blobs';
import { readMake } from '#server/store/makes';
import { changeRack, readRack } from '#server/store/rack';
import { findThumbnail, planThumbnail, thumbnailOf } from '#server/store/thumbnails';
import { seeded } from '../seeded';
import { databaseWithDemo } from './prepared';

let database: Database;
beforeAll(async () => {
  database = openDatabase(await databaseWithDemo('make-balloon-post-lantern'));
});
afterAll(async () => {
  workshop().close();
  await database.sequelize.close();
});

const asker = () => ({ askedAt: performance.now() });

describe('thumbnails', { timeout: 120_000 }, () => {
  it('are painted also of a picture with 500 long strokes of a wide brush, of every kind', async () => {
    const { document } = await readMake(database, 'make-balloon-post-lantern');
    const [picture] = document.pictures;
    if (!picture) expect.fail();
    const random = seeded(3);
    const kinds = ['darker', 'lighter', 'fold', 'valley', 'white'] as const;
    const strokes = Array.from({ length: 500 }, (_, number): HandStroke => {
      const points = Array.from({ length: 400 }, (): [number, number] => [random() * picture.widthMm, random() * picture.heightMm]);
      return { id: `s${number}`, kind: kinds[number % kinds.length] ?? 'darker', radiusMm: 60, points };
    });
    const plan = planThumbnail(
      document,
      { ...picture, colourings: picture.colourings.map((own) => ({ ...own, strokes })) },
      await readRack(database),
    );
    const start = performance.now();
    await thumbnailOf(database, planThumbnail(document, picture, await readRack(database)), asker());
    const withoutMs = performance.now() - start;
    // Point by point it took some nine times what the picture takes without them, and was given up after 20 seconds.
    const patient = openWorkshop({ longestMs: 100_000, answerMs: 110_000 });
    const since = performance.now();
    expect(Buffer.from(await thumbnailOf(database, plan, asker(), patient)).toString('latin1', 1, 4)).toBe('PNG');
    const tookMs = performance.now() - since;
    patient.close();
    expect(tookMs / withoutMs, `${Math.round(tookMs)} ms with the strokes, ${Math.round(withoutMs)} without`).toBeLessThan(6);
  });

  it('that cannot be painted are told of in words, and not tried again until the make is another', async () => {
    const { document } = await readMake(database, 'make-balloon-post-lantern');
    const [picture] = document.pictures;
    if (!picture) expect.fail();
    const sha256 = await keepBlob(database, 'image/png;aquachrome=grey', Buffer.from('no picture at all'));
    const plan = planThumbnail(document, { ...picture, grey: { ...picture.grey, sha256 } }, await readRack(database));
    const fault = () =>
      thumbnailOf(database, plan, asker()).then(
        () => null,
        (error: unknown) => error,
      );
    const first = await fault();
    expect(first).toMatchObject({ status: 422, problem: { code: 'unreadable-picture', message: expect.stringMatching(/damaged/) } });
    expect(await fault(), 'the very same, without a reader').toBe(first);
    await expect(
      workshop().work('trueSize', { picture: { name: 'x', png: Buffer.from('x'), widthMm: 9, heightMm: 9 }, paper: 'a4' }),
    ).rejects.toMatchObject({
      status: 422,
      problem: { message: expect.stringMatching(/damaged/) },
    });
  });

  it('are known by revisions: nothing is read for one that is here, and any change of make or rack finds another or the same', async () => {
    const makeId = 'make-balloon-post-lantern';
    const first = await findThumbnail(database, makeId, 'picture-lantern');
    const statements: string[] = [];
    const { options } = database.sequelize as unknown as { options: { logging: false | ((sql: string) => void) } };
    const { logging } = options;
    options.logging = (sql: string) => void statements.push(sql);
    expect((await findThumbnail(database, makeId, 'picture-lantern')).key).toBe(first.key);
    options.logging = logging;
    expect(statements.length).toBeGreaterThan(0);
    for (const sql of statements) expect(sql).not.toMatch(/make_pictures|make_steps|"markers" AS/);
    const { markers } = await readRack(database);
    const used = new Set(
      (await readMake(database, makeId)).document.pictures.flatMap(({ colourings }) =>
        colourings.flatMap(({ treatments }) => treatments.flatMap(({ ladder }) => ladder?.rungs.map(({ markerId }) => markerId) ?? [])),
      ),
    );
    const [shown, other] = [markers.find(({ id }) => used.has(id)), markers.find(({ id }) => !used.has(id))];
    if (!shown || !other) expect.fail();
    await changeRack(database, { markers: [{ ...other, state: 'dry' }] });
    expect((await findThumbnail(database, makeId, 'picture-lantern')).key, 'of another marker').toBe(first.key);
    await changeRack(database, {
      readings: [{ id: 'another', markerId: shown.id, coats: 1, lab: { L: 50, a: 40, b: -40 }, source: 'picked', on: '2026-11-28' }],
    });
    expect((await findThumbnail(database, makeId, 'picture-lantern')).key, 'of one that it shows').not.toBe(first.key);
    await expect(findThumbnail(database, 'nobody', 'picture-lantern')).rejects.toMatchObject({ status: 404 });
  });
});
