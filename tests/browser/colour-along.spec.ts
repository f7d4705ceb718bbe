import { writeFile } from 'node:fs/promises';
import { madeUpMark } from '../made-up-session';
import { beginMadeUp, beginSitting, capHeightPx, contrasts, layMarks, markNow, sessionOf, smallTargets, startColouring } from './along';
import { expect, expectNoAxeFindings, test } from './application';

/** A browser voice that is heard: what it is given to say is kept in `spoken`. */
const voice = () => {
  const spoken: string[] = [];
  const synthesis = {
    getVoices: () => [{ name: 'Ada', lang: 'en-GB' }],
    speak: ({ text }: { text: string }) => spoken.push(text),
    cancel: () => {},
    addEventListener: () => {},
    removeEventListener: () => {},
  };
  Object.defineProperty(window, 'speechSynthesis', { value: synthesis });
  Object.assign(window, {
    spoken,
    SpeechSynthesisUtterance: class {
      rate = 1;
      constructor(readonly text: string) {}
    },
  });
};

test('two repeats coloured by space alone: a slip, another marker that the rest follows, left in the middle and gone on at the same mark', async ({
  page,
  flagging,
}) => {
  const { address } = flagging;
  await page.goto(`${address}/makes/make-balloon-post-bunting#colour`);
  await page.getByRole('button', { name: 'One more of Bunting' }).click();
  await expect(page.locator('[data-sitting="Bunting of 14 flags, scanned"]')).toContainText('2 ×');
  await expectNoAxeFindings(page);
  const id = await beginSitting(page);
  const { head } = await sessionOf(address, id);
  expect(head.marks.filter(({ copy }) => copy?.number === 2).length).toBe(head.marks.length / 2);
  await expect(page.locator('[data-painted]:visible')).not.toHaveAttribute('data-painted', '');
  await expect(page.locator('[data-copy]')).toHaveText('1 of 2');
  expect(await capHeightPx(page), 'read from two metres').toBeGreaterThanOrEqual(90);
  expect(await smallTargets(page)).toEqual([]);
  const contrast = await contrasts(page);
  expect(contrast.length, 'code, place, stroke, next, what is left, four buttons').toBeGreaterThan(8);
  expect(contrast.filter((one) => one.contrast < 7)).toEqual([]);
  await expectNoAxeFindings(page);
  const space = () => page.keyboard.press(' ');
  const first = await layMarks(page, space, 8);

  // Back takes the last act back, and again adds a coat.
  await page.keyboard.press('ArrowLeft');
  await expect.poll(() => markNow(page)).toBe(first.ids.at(-1));
  await page.waitForTimeout(300);
  await page.keyboard.press('a');
  await expect(page.locator('[data-passes]')).toHaveText('Laid once; once more.');
  await page.waitForTimeout(300);
  await layMarks(page, space, 1);

  // A slip: what covers it, and the mark stays in hand.
  const slipped = await markNow(page);
  await page.getByRole('button', { name: 'It goes otherwise' }).click();
  await expectNoAxeFindings(page);
  expect(await smallTargets(page)).toEqual([]);
  await page.getByRole('button', { name: 'Slip over the line' }).click();
  await expect(page.locator('[data-cover]')).toHaveCount(4);
  await expectNoAxeFindings(page);
  await page.locator('[data-cover]').first().click();
  expect(await markNow(page)).toBe(slipped);

  // Another marker: it stands on the screen, in the make, and the dead one is dry in the rack.
  const planned = await page.locator('[data-code]').getAttribute('data-code');
  await page.getByRole('button', { name: 'It goes otherwise' }).click();
  await page.getByRole('button', { name: 'Other marker' }).click();
  await expectNoAxeFindings(page);
  const standIn = page.locator('[data-stand-in]').first();
  const taken = (await standIn.getAttribute('data-stand-in')) ?? '';
  await standIn.click();
  await expect(page.locator('[data-code]')).toHaveAttribute('data-code', taken);
  const rack = async () => (await (await fetch(`${address}/api/rack`)).json()).markers as { code: string; state?: string }[];
  await expect.poll(async () => (await rack()).find(({ code }) => code === planned)?.state).toBe('dry');
  const ladders = async () =>
    JSON.stringify((await (await fetch(`${address}/api/makes/make-balloon-post-bunting`)).json()).document.pictures);
  await expect.poll(ladders).toContain(`"code":"${taken}"`);
  await expect.poll(ladders).not.toContain(`"code":"${planned}"`);

  // Closed in the middle and opened again from the make: the same mark.
  const here = await markNow(page);
  await page.goto('about:blank');
  await page.goto(`${address}/makes/make-balloon-post-bunting#colour`);
  await page.locator('[data-session]').getByRole('link', { name: 'Go on' }).click();
  await expect(page.locator('[data-code]')).toHaveAttribute('data-code', taken);
  expect(await markNow(page)).toBe(here);
  const rest = await layMarks(page, space);
  expect([...first.ids, ...rest.ids], 'every mark once, in order').toEqual(head.marks.map((mark) => mark.id));
  expect(rest.codes, 'the rest follows').not.toContain(planned);

  // Three questions, all of which may be skipped; the recipe as it was done is a version on one touch.
  await expect(page.locator('[data-counts]')).toHaveAttribute('data-counts', String(head.marks.length));
  await expectNoAxeFindings(page);
  expect(await smallTargets(page)).toEqual([]);
  await page.getByRole('button', { name: 'In part' }).click();
  await page.getByLabel('Next time …').fill('A rung darker under the chin');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: /^Keep the recipe of .+ as it was done/ }).click();
  await page.getByRole('link', { name: /as it was done is kept/ }).click();
  await expect(page.getByText(taken).first()).toBeVisible();
  await expect(page.getByText('A rung darker under the chin').first()).toBeVisible();
  const { entries } = await sessionOf(address, id);
  expect(new Set(entries.map((entry) => entry.id)).size).toBe(entries.length);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('a whole make coloured by touch alone with each mark read out; small, on its side, and a pause that waits for the blend', async ({
    page,
    piloting,
  }) => {
    await page.addInitScript(voice);
    const id = await startColouring(page, piloting.address);
    const { head } = await sessionOf(piloting.address, id);
    expect(await capHeightPx(page)).toBeGreaterThanOrEqual(48);
    expect(await smallTargets(page)).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await page.getByRole('button', { name: 'It goes otherwise' }).tap();
    await page.getByRole('button', { name: 'Voice, keys, pedal' }).tap();
    await expect(page.locator('[data-awake]')).not.toHaveAttribute('data-awake', 'asking');
    expect(await smallTargets(page)).toEqual([]);
    await expectNoAxeFindings(page);
    // A pedal is taught: its key does it from then on.
    await page.locator('[data-teach="next"]').tap();
    await page.keyboard.press('F8');
    await expect(page.locator('[data-teach="next"]')).toContainText('taught: F8');
    await page.getByRole('button', { name: 'Read each mark out' }).tap();
    await page.getByRole('button', { name: 'Back to the mark' }).tap();
    await layMarks(page, () => page.keyboard.press('F8'), 1);

    // In the middle of a blend a pause waits until it is finished.
    await expect(page.getByRole('button', { name: 'Next' })).toHaveAttribute('data-within', /.+/);
    const within = async () => (await page.getByRole('button', { name: 'Next' }).getAttribute('data-within')) === 'true';
    const next = () => page.getByRole('button', { name: 'Next' }).tap();
    while (!(await within())) await layMarks(page, next, 1);
    await page.getByRole('button', { name: 'It goes otherwise' }).tap();
    await page.getByRole('button', { name: 'Finish this blend first, then pause' }).tap();
    await expect(page.getByText('Finish this blend first')).toBeVisible();
    while ((await page.getByRole('heading', { name: 'Paused' }).count()) === 0) {
      await next();
      await page.waitForTimeout(300);
    }
    await expectNoAxeFindings(page);
    await page.getByRole('button', { name: 'Go on' }).tap();

    await page.setViewportSize({ width: 844, height: 390 });
    expect(await capHeightPx(page), 'on its side').toBeGreaterThanOrEqual(48);
    await expect(page.getByRole('button', { name: 'Next' })).toBeInViewport();
    expect(await smallTargets(page)).toEqual([]);
    await page.setViewportSize({ width: 390, height: 844 });
    await layMarks(page, next);
    const { entries } = await sessionOf(piloting.address, id);
    const laid = entries.flatMap((entry) => (entry.kind === 'done' ? [entry.mark] : []));
    expect(laid, 'every mark once, in order').toEqual(head.marks.map((mark) => mark.id));
    const spoken = await page.evaluate(() => (window as unknown as { spoken: string[] }).spoken);
    for (const mark of head.marks) expect(spoken.some((words) => words.includes(mark.over) && words.includes(mark.where))).toBe(true);
    // The first was on the screen before the voice was turned on.
    expect(spoken.length).toBeGreaterThanOrEqual(head.marks.length - 1);
  });

  test('taken to the table as one file: used from file:// to its end, its record brought back twice counts once, with what was done meanwhile', async ({
    page,
    piloting,
  }, testInfo) => {
    const { address } = piloting;
    const id = await startColouring(page, address);
    await layMarks(page, () => page.keyboard.press(' '), 2);
    const { head } = await sessionOf(address, id);
    await page.goto(`${address}/makes/make-balloon-post-pilot#colour`);
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.locator('[data-session]').getByRole('link', { name: 'Take it to the table' }).click(),
    ]);
    expect(file.suggestedFilename()).toMatch(/^The Balloon Post the pilot, colour along, \d{4}-\d\d-\d\d\.html$/);
    const path = testInfo.outputPath('along.html');
    await file.saveAs(path);

    const phone = await page.context().newPage();
    const asked: string[] = [];
    phone.on('request', (request) => {
      if (/^https?:/.test(request.url())) asked.push(request.url());
    });
    await phone.goto(`file://${path}`);
    await expectNoAxeFindings(phone);
    await phone.getByRole('button', { name: 'Begin' }).tap();
    await expect.poll(() => markNow(phone)).toBe(head.marks[2]?.id);
    await expect(phone.locator('[data-painted]:visible')).not.toHaveAttribute('data-painted', '');
    expect(await capHeightPx(phone)).toBeGreaterThanOrEqual(48);
    await expectNoAxeFindings(phone);
    await layMarks(phone, () => phone.keyboard.press(' '), 4);
    // A closed lid: opened again it stands where it stood.
    await phone.reload();
    await phone.getByRole('button', { name: 'Go on' }).tap();
    expect(await markNow(phone)).toBe(head.marks[6]?.id);
    await layMarks(phone, () => phone.keyboard.press(' '));
    await phone.getByRole('button', { name: 'Skip the questions' }).tap();
    const [saved] = await Promise.all([phone.waitForEvent('download'), phone.getByRole('button', { name: 'Save the record' }).tap()]);
    const record = testInfo.outputPath('record.json');
    await saved.saveAs(record);
    expect(asked, 'it reaches nothing').toEqual([]);

    // Meanwhile one more mark was told on the laptop.
    const other = await page.context().newPage();
    await other.goto(`${address}/sessions/${id}`);
    await layMarks(other, () => other.keyboard.press(' '), 1);
    await expect.poll(async () => (await sessionOf(address, id)).entries.length).toBe(3);
    await page.getByLabel('Bring a record back from a phone').setInputFiles(record);
    await expect(page.locator('[data-brought]')).toHaveText(
      `${head.marks.length - 2} marks came from the table. Meanwhile 3 marks were told here, 1 of them the same. ${head.marks.length} of ${head.marks.length} are laid.`,
    );
    await page.getByLabel('Bring a record back from a phone').setInputFiles(record);
    await expect(page.locator('[data-brought]')).toHaveText('All of it was here already: nothing is counted twice.');
    const { entries } = await sessionOf(address, id);
    expect(new Set(entries.map((entry) => entry.id)).size).toBe(entries.length);
    const wrong = testInfo.outputPath('wrong.json');
    await writeFile(wrong, '{"format":"another"}');
    await page.getByLabel('Bring a record back from a phone').setInputFiles(wrong);
    await expect(page.getByRole('alert')).toContainText('no record of a session');
  });
});

test('what dries counts on through a closed page, right to a second; what is told while the server is away arrives once', async ({
  page,
  lonely,
}) => {
  const { address } = lonely;
  await beginMadeUp(address, 'dries', [
    madeUpMark(1, { blend: 'one' }),
    madeUpMark(2, { blend: 'one', wetS: 40 }),
    madeUpMark(3, { dryBefore: [{ mark: 'm2', seconds: 90 }] }),
    madeUpMark(4),
    madeUpMark(5),
  ]);
  await page.goto(`${address}/sessions/dries`);
  await expect(page.locator('[data-wet]')).toHaveAttribute('data-wet', 'none');
  await layMarks(page, () => page.keyboard.press(' '), 1);
  await expect(page.locator('[data-wet]')).toHaveAttribute('data-wet', /^(39|40)$/);
  await layMarks(page, () => page.keyboard.press(' '), 1);
  await expect(page.locator('[data-drying="m2"]')).toContainText('Element 2 dries: 1:');
  await expect.poll(async () => (await sessionOf(address, 'dries')).entries.length).toBe(2);
  const laid = (await sessionOf(address, 'dries')).entries.at(-1)?.atMs ?? 0;
  await page.goto('about:blank');
  await page.waitForTimeout(2_500);
  await page.goto(`${address}/sessions/dries`);
  const wait = page.locator('[data-wait]');
  await expect(wait).toBeVisible();
  const [seconds, now] = await wait.evaluate((one) => [Number(one.getAttribute('data-wait')), Date.now()] as const);
  expect(Math.abs(seconds - (laid + 90_000 - now) / 1000)).toBeLessThanOrEqual(1);
  expect(await page.locator('[data-drying]').getAttribute('data-until')).toBe(String(laid + 90_000));

  await lonely.stopServer('SIGKILL');
  await layMarks(page, () => page.keyboard.press(' '), 2);
  await expect(page.getByText(/2 kept in this browser/)).toBeVisible();
  await lonely.startServer();
  await expect.poll(async () => (await sessionOf(address, 'dries')).entries.length, { timeout: 30_000 }).toBe(4);
  lonely.cluster?.kill();
  await layMarks(page, () => page.keyboard.press(' '), 1);
  // The page goes with the database away; what it told waits in the browser.
  await page.goto('about:blank');
  await lonely.cluster?.restart();
  await page.goto(`${address}/sessions/dries`);
  await expect(page.locator('[data-counts]')).toHaveAttribute('data-counts', '5');
  await expect.poll(async () => (await sessionOf(address, 'dries')).entries.length, { timeout: 30_000 }).toBe(5);
  const { entries } = await sessionOf(address, 'dries');
  expect(entries.flatMap((entry) => (entry.kind === 'done' ? [entry.mark] : []))).toEqual(['m1', 'm2', 'm3', 'm4', 'm5']);
});

test('darker, a leak, a pair that does not blend, a mark left out: one act each, taken back by one', async ({ page, piloting }) => {
  const { address } = piloting;
  const rackNow = async () =>
    (await (await fetch(`${address}/api/rack`)).json()) as {
      markers: { id: string; code: string; owned: boolean; state?: string }[];
      pairNotes: object[];
    };
  const { document } = await (await fetch(`${address}/api/makes/make-balloon-post-pilot`)).json();
  const rungs = document.pictures[0].colourings[0].treatments.flatMap(
    ({ ladder }: { ladder?: { rungs: { markerId: string; code: string }[] } }) => ladder?.rungs ?? [],
  ) as { markerId: string; code: string }[];
  const [first, second] = rungs as [(typeof rungs)[number], (typeof rungs)[number]];
  const lab = { L: 80, a: 10, b: 10 };
  await beginMadeUp(address, 'acts', [
    madeUpMark(1, { ...first, lab, blend: 'one' }),
    madeUpMark(2, { ...second, lab, blend: 'one' }),
    madeUpMark(3, { ...first, lab }),
    madeUpMark(4, { ...first, lab }),
  ]);
  const last = async () => (await sessionOf(address, 'acts')).entries.at(-1)?.kind;
  const otherwise = async (name: string) => {
    await page.getByRole('button', { name: 'It goes otherwise' }).click();
    await page.getByRole('button', { name }).click();
  };
  await page.goto(`${address}/sessions/acts`);
  await layMarks(page, () => page.keyboard.press(' '), 1);
  await otherwise('Darker');
  await expectNoAxeFindings(page);
  await page.locator('[data-stand-in]').first().click();
  await expect.poll(last).toBe('darker');
  const { pairNotes } = await rackNow();
  await otherwise('The pair does not blend');
  await expectNoAxeFindings(page);
  await page.locator(`[data-pair="${first.code}"]`).click();
  await expect
    .poll(
      async () =>
        (await rackNow()).pairNotes.length +
        Number((await rackNow()).pairNotes.some((note) => 'verdict' in note && note.verdict === 'refuses')),
    )
    .toBeGreaterThan(pairNotes.length);
  await otherwise('It leaks');
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Note it in the rack' }).click();
  const state = async () => (await rackNow()).markers.find(({ id }) => id === second.markerId)?.state ?? 'good';
  await expect.poll(state).toBe('leaking');
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect.poll(state, { message: 'one act takes it back' }).toBe('good');
  await page.waitForTimeout(300);
  await otherwise('Leave this mark out');
  await expect.poll(() => markNow(page)).toBe('m3');
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect.poll(() => markNow(page), { message: 'and one the other' }).toBe('m2');
});
