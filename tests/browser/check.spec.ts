import sharp from 'sharp';
import { beginSitting, sessionOf } from './along';
import { expect, expectNoAxeFindings, test } from './application';
import { pictureInPhoto } from '../../src/core/camera/photograph-picture';
import { photographedSession, usualShot } from './photographed';

const jpeg = (name: string, buffer: Buffer) => ({ name, mimeType: 'image/jpeg', buffer });

test('a photo with a white tail, ink over the cap and a coat lit wrongly: all three are found, two mended, one left; over a restart; what is no photo of it is refused', async ({
  page,
  lonely,
}) => {
  const { address } = lonely;
  await page.goto(`${address}/makes/make-balloon-post-pilot#colour`);
  // Coloured without a sitting: one is begun only to hold the photo against.
  await page.getByRole('button', { name: 'Check from a photo' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('from a photo', { timeout: 60_000 });
  const id = new URL(page.url()).pathname.split('/')[2] ?? '';
  const intake = page.getByLabel(/Choose a photo|Another photo/);

  await test.step('what is no photo, moves, or is too large is told, and nothing is kept', async () => {
    await intake.setInputFiles({ name: 'letter.txt', mimeType: 'text/plain', buffer: Buffer.from('Dear maker') });
    await expect(page.locator('[data-photo-said]')).toContainText('damaged or ends too early');
    const frame = (colour: string) =>
      sharp({ create: { width: 40, height: 30, channels: 3, background: colour } })
        .png()
        .toBuffer();
    const moving = await sharp([await frame('red'), await frame('blue')], { join: { animated: true } })
      .webp()
      .toBuffer();
    await intake.setInputFiles({ name: 'moving.webp', mimeType: 'image/webp', buffer: moving });
    await expect(page.locator('[data-photo-said]')).toContainText('This picture moves');
    const wide = await sharp({ create: { width: 10_000, height: 10_000, channels: 3, background: 'white' } })
      .jpeg()
      .toBuffer();
    await intake.setInputFiles(jpeg('wide.jpg', wide));
    await expect(page.locator('[data-photo-said]')).toContainText('100 million pixels');
    expect((await sessionOf(address, id)).entries).toEqual([]);
  });

  await test.step('a photo of something else is refused in words; four taps lay the right one on', async () => {
    const other = await photographedSession(address, id, {}, { turnDeg: 3 });
    const half = await sharp(other).extract({ left: 0, top: 0, width: 500, height: 400 }).toBuffer();
    await intake.setInputFiles(jpeg('half.jpg', half));
    await expect(page.locator('[data-refused]')).toContainText(/missing in this photo|of another one/, { timeout: 60_000 });
    await expect(page.locator('[data-taps]')).toContainText('Tap place 1');
    await expect(page.getByRole('img', { name: 'The drawing, with four numbered places' })).toBeVisible();
    await page.locator('[data-tap-photo]').click({ position: { x: 30, y: 30 } });
    await expect(page.locator('[data-taps]')).toHaveAttribute('data-taps', '1');
    await page.getByRole('button', { name: 'Take the last tap back' }).click();
    await expect(page.locator('[data-taps]')).toHaveAttribute('data-taps', '0');
    await page.getByRole('button', { name: 'Leave this photo' }).click();
    await expect(page.locator('[data-refused]')).toHaveCount(0);
  });

  const findings = page.locator('[data-finding]');
  const open = async (kind: string) => {
    await page.locator(`[data-finding="${kind}"]`).getByRole('button').first().click();
    return page.locator(`[data-finding="${kind}"]`);
  };
  await test.step('what was planted is found, each with its way', async () => {
    await intake.setInputFiles(
      jpeg('slips.jpg', await photographedSession(address, id, { whiteSpotIn: 'Tail', overLineOf: 'Cap', litWrongly: 'Coat' })),
    );
    await expect(page.locator('[data-findings]')).toBeVisible({ timeout: 90_000 });
    await expect(page.locator('[data-finding="white"]')).toContainText('Tail has a white spot');
    await expect(page.locator('[data-finding="overLine"]')).toContainText('Cap ran over its line');
    await expect(page.locator('[data-finding="wrongSide"]')).toContainText('Coat is dark on another side');
    // One more may be told falsely in five photos.
    expect(await findings.count()).toBeLessThanOrEqual(4);
    await expect(page.locator('[data-shows="photo"]')).toContainText('warm light', { timeout: 60_000 });
    await expectNoAxeFindings(page);
    await page.getByRole('button', { name: 'Plan', exact: true }).click();
    await expect(page.getByRole('img', { name: /^The plan of/ })).toBeVisible();
    await page.getByRole('button', { name: 'Both in turn' }).click();
    await expect(page.getByRole('img', { name: /^The photo of/ })).toBeVisible();
    await expect(page.getByRole('img', { name: /^The plan of/ })).toBeVisible();
    await page.getByRole('button', { name: 'Photo', exact: true }).click();
  });

  await test.step('two are mended by marks, one is left; a ring on the photo opens what it is', async () => {
    const coat = await open('wrongSide');
    await coat.getByRole('button', { name: 'Mend it' }).click();
    await expect(coat).toHaveAttribute('data-choice', 'mend');
    const cap = await open('overLine');
    await cap.getByRole('button', { name: 'Leave it' }).click();
    await expect(cap).toHaveAttribute('data-choice', 'leave');
    const number = (await page.locator('[data-finding="white"]').getByRole('button').first().textContent())?.match(/^\d+/)?.[0];
    await page.getByRole('button', { name: `Finding ${number}`, exact: true }).click();
    const tail = page.locator('[data-finding="white"]');
    await expect(tail).toContainText('touch the white spot');
    await tail.getByRole('button', { name: 'Mend it' }).click();
    await expect(page.getByRole('link', { name: /Colour the last round: 2 marks/ })).toBeVisible();
  });

  await test.step('all of it is there after a restart, and the last round is coloured along', async () => {
    await lonely.stopServer('SIGKILL');
    lonely.cluster?.kill();
    await lonely.cluster?.restart();
    await lonely.startServer();
    await page.reload();
    await expect(page.locator('[data-finding="wrongSide"]')).toHaveAttribute('data-choice', 'mend');
    await expect(page.locator('[data-finding="white"]')).toHaveAttribute('data-choice', 'mend');
    await expect(page.locator('[data-finding="overLine"]')).toHaveAttribute('data-choice', 'leave');
    await expect(page.locator('[data-shows="photo"]')).toContainText('warm light', { timeout: 60_000 });
    const { head, entries } = await sessionOf(address, id);
    expect(entries.map(({ kind }) => kind)).toEqual(['checked', 'judged', 'judged', 'judged']);
    // Ended, it goes on with its mends alone.
    const end = await fetch(`${address}/api/sessions/${id}/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: address },
      body: JSON.stringify({ entries: [{ id: 'the-end', atMs: Date.now(), kind: 'end' }] }),
    });
    expect(end.status).toBe(200);
    await page.getByRole('link', { name: /Colour the last round/ }).click();
    await expect(page.locator('[data-mark]')).toHaveAttribute('data-mark', /^mend-/);
    await expect(page.getByText(`1 of ${head.marks.length + 2},`)).toBeVisible();
  });

  await test.step('a second photo is compared with the first', async () => {
    await page.goto(`${address}/sessions/${id}/check`);
    await intake.setInputFiles(jpeg('after.jpg', await photographedSession(address, id, { overLineOf: 'Cap' }, { turnDeg: -5, seed: 9 })));
    await expect(page.locator('[data-since]')).toContainText('2 gone, 1 still there', { timeout: 90_000 });
    await page.getByRole('group', { name: 'Which photo' }).getByRole('button').first().click();
    await expect(page.locator('[data-finding="white"]')).toBeVisible();
  });

  await test.step('a photo with a busy cloth beside the piece is not lined up by itself; four taps lay it on', async () => {
    const { head } = await sessionOf(address, id);
    const [picture] = head.pictures ?? [];
    if (!picture) throw new Error('The sitting has no picture.');
    const shot = { ...usualShot, turnDeg: 3 };
    const alone = await photographedSession(address, id, {}, shot);
    const { width, height } = await sharp(alone).metadata();
    const bars = Array.from(
      { length: 26 },
      (_, at) => `<path d="M${30 + 55 * at} 0 L${90 + 48 * at} ${height}" stroke="#111" stroke-width="${4 + (at % 3) * 5}"/>`,
    );
    const cloth = `<svg xmlns="http://www.w3.org/2000/svg" width="1500" height="${height}"><rect width="1500" height="${height}" fill="#fff"/>${bars.join('')}</svg>`;
    const busy = await sharp(alone)
      .extend({ right: 1500, background: '#fff' })
      .composite([{ input: Buffer.from(cloth), left: width, top: 0 }])
      .jpeg({ quality: 80 })
      .toBuffer();
    await intake.setInputFiles(jpeg('busy.jpg', busy));
    await expect(page.locator('[data-refused]')).toBeVisible({ timeout: 90_000 });
    await expect(page.locator('[data-taps]')).toContainText('Tap place 1');
    const rings = page.locator('[data-place]');
    await expect(rings).toHaveCount(4);
    const places = await rings.evaluateAll((all) => all.map((one) => (one.getAttribute('data-place') ?? '').split(' ').map(Number)));
    const toPx = pictureInPhoto(picture, shot);
    for (const [x = 0, y = 0] of places) {
      const [u, v] = toPx(x * picture.widthMm, y * picture.heightMm);
      const box = await page.locator('[data-tap-photo]').boundingBox();
      if (!box) throw new Error('The photo is not in sight.');
      await page.locator('[data-tap-photo]').click({ position: { x: (u / (width + 1500)) * box.width, y: (v / height) * box.height } });
    }
    await expect(page.locator('[data-refused]')).toHaveCount(0, { timeout: 90_000 });
    await expect.poll(async () => (await sessionOf(address, id)).entries.filter(({ kind }) => kind === 'checked').length).toBe(3);
    const laid = (await sessionOf(address, id)).entries.filter((entry) => entry.kind === 'checked').at(-1);
    expect(laid?.fitMm).toBeLessThan(0.3);
    expect(laid?.findings?.length ?? 99, 'nothing was planted').toBeLessThan(2);
  });
});

test('from a sitting and from the logbook one comes to its check; each of equal pieces is looked at by itself', async ({
  page,
  piloting,
}) => {
  const { address } = piloting;
  await page.goto(`${address}/makes/make-balloon-post-pilot#colour`);
  await page
    .getByRole('button', { name: /^One more of/ })
    .first()
    .click();
  const id = await beginSitting(page);
  await page.goto(`${address}/logbook/${id}`);
  await page.getByRole('link', { name: 'Check from a photo' }).click();
  const pieces = page.getByRole('group', { name: 'Which piece' });
  await expect(pieces.getByRole('button')).toHaveCount(2);
  await pieces.getByRole('button').nth(1).click();
  await page.getByLabel('Choose a photo or scan').setInputFiles(jpeg('good.jpg', await photographedSession(address, id, {})));
  await expect(page.locator('[data-findings="0"]')).toHaveText('Nothing is otherwise than planned', { timeout: 90_000 });
  expect((await sessionOf(address, id)).entries).toMatchObject([{ kind: 'checked', copy: 2, findings: [] }]);
  await pieces.getByRole('button').first().click();
  await expect(page.locator('[data-findings]')).toHaveCount(0);
});
