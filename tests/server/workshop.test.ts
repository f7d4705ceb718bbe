import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { afterEach, describe, expect, it } from 'vitest';
import { openWorkshop, type Workshop, type WorkshopOptions } from '#server/decode/workshop';

let opened: Workshop[] = [];
const workshop = (options: WorkshopOptions) => {
  const own = openWorkshop(options);
  opened.push(own);
  return own;
};
afterEach(() => {
  for (const own of opened) own.close();
  opened = [];
});

const drawing = (inner: string) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 4000 4000">${inner}</svg>`);
const plain = drawing('<rect x="100" y="100" width="3000" height="3000" fill="none" stroke="#000" stroke-width="40"/>');
/** Uses that double with every level: a million paths, each long. */
const bomb = (() => {
  const path = `<path id="l0" d="M0 0${'l3 7l-5 2'.repeat(400)}" fill="none" stroke="#000"/>`;
  const levels = Array.from(
    { length: 20 },
    (_, level) => `<g id="l${level + 1}"><use xlink:href="#l${level}"/><use xlink:href="#l${level}" x="1"/></g>`,
  );
  return drawing(path + levels.join(''));
})();

describe('the workshop', () => {
  it('reads a picture in a process of its own and gives it back to the next job', async () => {
    const own = workshop({ most: 1 });
    const first = await own.work('inspect', { source: plain });
    expect(first).toMatchObject({ mediaType: 'image/svg+xml', widthPx: 8192 });
    const started = performance.now();
    const { png, widthPx } = await own.work('decodeGrey', { source: plain, widthMm: 40 });
    expect(widthPx).toBe(Math.round((40 / 25.4) * 300));
    expect(Buffer.from(png).subarray(1, 4).toString()).toBe('PNG');
    expect(performance.now() - started, 'the process is there already').toBeLessThan(60_000);
    await expect(own.work('inspect', { source: Buffer.from('a letter') })).rejects.toMatchObject({
      status: 422,
      problem: { message: /not an SVG/ },
    });
  });

  it('ends what takes too long, in words, and goes on', async () => {
    const own = workshop({ most: 1, longestMs: 3_000 });
    await expect(own.work('preview', { source: bomb })).rejects.toMatchObject({
      status: 422,
      problem: { code: 'too-heavy', message: expect.stringMatching(/longer than|could not be read|damaged/) },
    });
    expect(await own.work('inspect', { source: plain })).toMatchObject({ mediaType: 'image/svg+xml' });
  });

  it('ends what takes too much memory, in words, and goes on', async () => {
    const own = workshop({ most: 1, roomBytes: 20 * 1024 * 1024 });
    await expect(own.work('decodeGrey', { source: drawing('<rect width="9" height="9"/>'), widthMm: 500 })).rejects.toMatchObject({
      problem: { code: 'too-heavy', message: expect.stringMatching(/more memory/) },
    });
    expect(await own.work('inspect', { source: plain })).toMatchObject({ mediaType: 'image/svg+xml' });
  });

  it('reads alone what takes more room, and says at once how much is too much', async () => {
    const own = workshop({ roomBytes: 100 * 1024 * 1024, largestRoomBytes: 220 * 1024 * 1024 });
    // A picture of 8 million pixels whose last pass has a part of every row: 24 MB and what a reader takes beside.
    const interlaced = await sharp({ create: { width: 4000, height: 4000, channels: 3, background: '#ddd' } })
      .png({ progressive: true })
      .toBuffer();
    expect(await own.work('inspect', { source: interlaced })).toMatchObject({ widthPx: 4000 });
    const larger = await sharp({ create: { width: 7000, height: 7000, channels: 3, background: '#ddd' } })
      .png({ progressive: true })
      .toBuffer();
    await expect(own.work('inspect', { source: larger })).rejects.toMatchObject({
      status: 422,
      problem: {
        code: 'too-heavy',
        message: expect.stringMatching(/takes \d+ MB of memory to read/),
        remedy: expect.stringMatching(/not interlaced/),
      },
    });
  });

  it('calls off what nobody waits for any more, under way or in the queue', async () => {
    const own = workshop({ most: 1 });
    const [first, second] = [new AbortController(), new AbortController()];
    const underWay = own.work('preview', { source: bomb }, { askedAt: performance.now(), signal: first.signal });
    const queued = own.work('inspect', { source: plain }, { askedAt: performance.now(), signal: second.signal });
    second.abort();
    await expect(queued).rejects.toMatchObject({ status: 499 });
    setTimeout(() => first.abort(), 300);
    await expect(underWay).rejects.toMatchObject({ status: 499 });
    expect(await own.work('inspect', { source: plain })).toMatchObject({ mediaType: 'image/svg+xml' });
  });

  it('answers within its time, waiting included: who waits too long is told to try again, and nobody else is disturbed', async () => {
    const own = workshop({ most: 1, longestMs: 20_000, answerMs: 3_000 });
    const underWay = own.work('preview', { source: bomb });
    const started = performance.now();
    const queued = own.work('inspect', { source: plain });
    await expect(queued).rejects.toMatchObject({ status: 503, problem: { code: 'busy', remedy: /try again/ } });
    await expect(underWay).rejects.toMatchObject({ problem: { code: expect.stringMatching(/busy|too-heavy/) } });
    // The bomb was given 20 seconds of work, and 3 to be answered: a process that is slow to start is not counted.
    expect(performance.now() - started, 'the whole answer').toBeLessThan(18_000);
    // A machine that is busy may need longer than that to start a process: it is asked again, as a page would.
    const isRead = () =>
      own.work('inspect', { source: plain }).then(
        () => true,
        () => false,
      );
    await expect.poll(isRead, { timeout: 80_000 }).toBe(true);
  });

  it('a process that took longer to start than there was to answer is there for the one who asks again', async () => {
    const own = workshop({ most: 1, answerMs: 1_000 });
    const askedAt = performance.now() - 10_000;
    await expect(own.work('inspect', { source: plain }, { askedAt })).rejects.toMatchObject({ status: 503, problem: { code: 'busy' } });
    const again = performance.now();
    await own.work('inspect', { source: plain }, { askedAt: again + 60_000 });
    const afterStartMs = performance.now() - again;
    const fresh = workshop({ most: 1 });
    const first = performance.now();
    await fresh.work('inspect', { source: plain });
    expect(afterStartMs, 'no second start').toBeLessThan((performance.now() - first) / 2);
  });

  it('does two at once at the most, and the others in turn', async () => {
    const own = workshop({});
    const children = () =>
      readFileSync(`/proc/${process.pid}/task/${process.pid}/children`, 'utf8')
        .trim()
        .split(' ')
        .filter((pid) => {
          try {
            return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('decode/child.ts');
          } catch {
            return false;
          }
        }).length;
    let most = 0;
    const watch = setInterval(() => {
      most = Math.max(most, children());
    }, 15);
    const answers = await Promise.all(Array.from({ length: 7 }, () => own.work('inspect', { source: plain })));
    clearInterval(watch);
    expect(answers).toHaveLength(7);
    expect(most).toBeGreaterThan(0);
    expect(most).toBeLessThanOrEqual(2);
  });
});
