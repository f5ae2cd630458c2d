import { expect, test, type Page } from '@playwright/test';
import { faults } from './axe';
import { findSignal, kept, loseSignal, number, signIn } from './crew';
import { makeByTouch, SHEET, type Read } from './touches';

/** Joints of the demo's GRP line that no other journey makes. */
const LINE = 918;
const [GOOD, BAD, OTHER, BOTH] = [918, 919, 920, 921] as const;

const MEASURED: Read = [
  [/Mark from the end/, '120'],
  [/Feeler/, '62'],
  [/stands clear|short of the/, '2'],
  [/Off the grade line/, '2'],
  [/Gap/, '12'],
  [/Deflection measured by/, 'left straight'],
  [/The end was/, 'made at the factory'],
];

const PHONE = { viewport: { width: 390, height: 844 } };

async function takeAlong(page: Page, joint: number) {
  await page.goto(`/line/${joint}`);
  await page.getByRole('button', { name: 'Take along' }).click();
  await expect(page.getByText('is on this device')).toBeVisible();
}

/** A sheet for the shift, made while there is signal. */
async function shiftSheet(page: Page, joint: number) {
  await page.goto(`/bench/${joint}`);
  await page.getByRole('link', { name: /^Shift sheet/ }).click();
  await page.getByRole('button', { name: /^Begin today/ }).click();
  await makeByTouch(page, SHEET, /^accepted/);
}

async function open(page: Page, joint: number) {
  await page.goto(`/bench/${joint}`);
  await expect(page.getByText(new RegExp(`^Joint ${joint} ·`))).toBeVisible();
}

/** How a joint stands on the screen in sight. */
const standing = async (page: Page) => ((await page.getByText(/· judged by/).textContent()) ?? '').split(' ·')[0];

/** How the server says that the joints stand, by their number. */
const onServer = (page: Page) =>
  page.evaluate(async () => {
    const get = async (path: string) => (await fetch(`/api/v1${path}`)).json();
    const job = (await get('/jobs')).jobs.find((j: { number: string }) => j.number === 'K-2417');
    const main = (await get(`/jobs/${job.id}`)).mains.find((m: { name: string }) => m.name === 'Weir Street');
    const joints: { number: number; state: string; suffix?: string }[] = (await get(`/mains/${main.id}/line`)).joints;
    const differences: unknown[] = (await get(`/jobs/${job.id}/differences`)).differences;
    return { states: Object.fromEntries(joints.map((j) => [j.number, j.state])), differences };
  });

test('two tablets make four joints without signal, one bad and one cut out, and the server judges as they did', async ({ browser }) => {
  const [ada, vera] = await Promise.all([browser.newContext(PHONE), browser.newContext(PHONE)]);
  const [a, b] = [await ada.newPage(), await vera.newPage()];
  await signIn(a, 'ada', 'list');
  await signIn(b, 'vera', 'list');
  await shiftSheet(a, LINE);
  await takeAlong(a, LINE);
  await takeAlong(b, LINE);
  await loseSignal(a);
  await loseSignal(b);

  await open(a, GOOD); // the page itself comes from this device
  await expect(a.getByText('Working with what was taken along')).toBeVisible();
  await makeByTouch(a, MEASURED, /^accepted/);
  await a.reload();
  await expect(a.getByText(/^accepted · judged by/)).toBeVisible();

  await open(a, BAD);
  await a.getByRole('button', { name: /^No: / }).first().click();
  await expect(a.getByRole('status', { name: 'To do' })).toContainText('Stopped');
  await a.getByRole('button', { name: 'Cut out and make again' }).click();
  await a.getByRole('textbox', { name: /What was wrong/ }).fill('Spigot chipped right round: cut out at once.');
  await a.getByRole('button', { name: 'Cut it out' }).click();
  await expect(a.getByRole('status', { name: 'To do' })).toContainText('Cut out, and nothing stands in its place');
  const bad = await standing(a);

  await open(b, OTHER);
  await makeByTouch(b, [...SHEET, ...MEASURED], /^accepted/);

  // both begin the same joint: whoever answers later stands
  for (const [page, value] of [
    [a, '11'],
    [b, '13'],
  ] as const) {
    await open(page, BOTH);
    await page
      .getByRole('navigation', { name: 'Steps' })
      .getByRole('button', { name: /Gasket/ })
      .first()
      .click();
    await number(page, 'Temperature of the gasket', value);
    await page.waitForTimeout(1100); // one after the other, by the second
  }
  const waiting = (await kept(a)).entries;
  expect(waiting).toBeGreaterThan(10);

  await findSignal(b);
  await expect.poll(async () => (await kept(b)).entries).toBe(0);
  await findSignal(a);
  await expect.poll(async () => (await kept(a)).entries).toBe(0);
  await expect(a.getByText('Vera Holm answered this again after you: theirs stands.', { exact: false })).toBeVisible();
  const { states, differences } = await onServer(a);
  expect(differences).toEqual([]);
  expect(states).toMatchObject({ [GOOD]: 'accepted', [BAD]: 'cut_out', [OTHER]: 'accepted', [BOTH]: 'in_work' });
  expect(bad).toBe('cut out');
  expect((await kept(a)).refused).toBe(0);
  expect((await kept(b)).refused).toBe(0);
  await open(a, BOTH);
  await a
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Gasket/ })
    .first()
    .click();
  await expect(a.getByText('Vera Holm answered this after Ada Brook', { exact: false })).toBeVisible();
  expect(await faults(a)).toEqual([]);
  await Promise.all([ada.close(), vera.close()]);
});

test('three hundred entries and twenty pictures made without signal arrive whole, with a reload in between and the connection cut ten times', async ({
  page,
}) => {
  await signIn(page, 'ada');
  await takeAlong(page, 917);
  await loseSignal(page);
  await open(page, 917);
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Gasket/ })
    .first()
    .click();
  const field = page.getByRole('textbox', { name: 'Temperature of the gasket' });
  // as fast as a hand can, faster than the verdicts come: what is being typed is not written over by an answer to what was typed before
  const type = async (from: number, to: number) => {
    for (let k = from; k < to; k++) {
      await field.fill(String((50 + k) / 10));
      await field.press('Enter');
    }
    await expect.poll(async () => (await kept(page)).entries).toBe(to);
  };
  await type(0, 150);
  await page.reload();
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Gasket/ })
    .first()
    .click();
  await expect(field).toHaveValue('19.9');
  await type(150, 300);
  for (let k = 0; k < 20; k++) {
    await page.getByLabel(/^Picture at/).setInputFiles({ name: 'p.png', mimeType: 'image/png', buffer: await picture(page, k) });
    await page.getByRole('button', { name: 'Keep it on record' }).click();
    await expect(page.getByRole('region', { name: 'Pictures of this step' }).getByRole('img')).toHaveCount(k + 1);
  }
  expect(await kept(page)).toMatchObject({ entries: 320, pictures: 20, refused: 0 });

  // on its way each cut loses a question, or the answer to one that the server has taken already
  let sent = 0;
  let cuts = 0;
  await page.route(/\/api\/v1\/(entries|pictures)$/, async (route) => {
    if (++sent % 30 !== 0 || cuts === 10) return route.continue();
    if (++cuts % 2 === 0) await route.fetch();
    return route.abort('connectionreset');
  });
  await findSignal(page);
  await expect.poll(async () => (await kept(page)).entries, { timeout: 240_000, intervals: [1000] }).toBe(0);
  expect(cuts).toBe(10);
  expect(await kept(page)).toMatchObject({ pictures: 0, refused: 0 });
  const on = await page.evaluate(async () => {
    const get = async (path: string) => (await fetch(`/api/v1${path}`)).json();
    const job = (await get('/jobs')).jobs.find((j: { number: string }) => j.number === 'K-2417');
    const main = (await get(`/jobs/${job.id}`)).mains.find((m: { name: string }) => m.name === 'Weir Street');
    const joint = (await get(`/mains/${main.id}/line`)).joints.find((j: { number: number }) => j.number === 917);
    const bench = await get(`/joints/${joint.id}`);
    return {
      times: bench.readings.gasket_c.times,
      value: bench.readings.gasket_c.value,
      pictures: bench.remarks.length,
      differences: (await get(`/jobs/${job.id}/differences`)).differences,
    };
  });
  expect(on).toEqual({ times: 300, value: 34.9, pictures: 20, differences: [] });
});

/** A small picture of its own, drawn in the browser. */
async function picture(page: Page, k: number): Promise<Buffer> {
  const url = await page.evaluate((n) => {
    const canvas = Object.assign(document.createElement('canvas'), { width: 320, height: 200 });
    const pen = canvas.getContext('2d')!;
    pen.fillStyle = `hsl(${n * 18} 40% 60%)`;
    pen.fillRect(0, 0, 320, 200);
    pen.fillStyle = '#222';
    pen.fillText(`picture ${n}`, 20, 40);
    return canvas.toDataURL('image/png');
  }, k);
  return Buffer.from(url.split(',')[1] ?? '', 'base64');
}

test('the verdict does not wait for the server; signing out warns of what waits and leaves nothing of the job on the device', async ({ page }) => {
  await signIn(page, 'ada');
  await takeAlong(page, 916);
  await open(page, 916);
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Gasket/ })
    .first()
    .click();
  let answered = false;
  let show = () => {};
  const shown = new Promise<void>((done) => (show = done));
  await page.route('**/api/v1/entries', async (route) => {
    const reply = await route.fetch();
    await shown; // the server has its answer ready, and nobody gets it before the verdict is there
    answered = true;
    await route.fulfill({ response: reply });
  });
  const field = page.getByRole('textbox', { name: 'Temperature of the gasket' });
  await field.fill('-10');
  await field.press('Enter');
  await expect(page.getByRole('list', { name: /^Verdict: Temperature of the gasket/ }).or(page.getByLabel('Verdict: Temperature of the gasket'))).toBeVisible();
  expect(answered).toBe(false);
  show();
  await page.unrouteAll({ behavior: 'wait' });

  await expect.poll(async () => (await kept(page)).entries).toBe(0);
  await loseSignal(page);
  await number(page, 'Temperature of the gasket', '14');
  await page.goto('/reckon');
  await expect(page.getByRole('link', { name: 'Calculations' })).toBeVisible();
  await page.getByRole('button', { name: /^Sign out/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('One entry of yours has not been sent');
  await dialog.getByRole('button', { name: 'Sign out' }).click();
  await expect.poll(() => kept(page)).toMatchObject({ sittings: 0, kept: 0, along: 0, entries: 1 });
  await page.goto('/bench/916');
  await expect(page.getByText('Temperature of the gasket')).toHaveCount(0);
  await findSignal(page);
  await page.goto('/');
  await expect(page.getByLabel('Sign-in name')).toBeVisible(); // the session has ended with it
  await signIn(page, 'ada');
  await expect.poll(async () => (await kept(page)).entries).toBe(0);
});
