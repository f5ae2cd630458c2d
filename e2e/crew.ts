import { expect, type BrowserContext, type Page } from '@playwright/test';

/** Each answer and each step by hand, as somebody may like to work: journeys that look at single answers do. */
export const byHand = (page: Page) => page.addInitScript(() => localStorage.setItem('diastoma.pace', 'each'));

/** Signs in as one of the demo's people. */
export async function signIn(page: Page, who: string, pace: 'each' | 'list' = 'each') {
  if (pace === 'each') await byHand(page);
  await page.goto('/');
  await page.getByLabel('Sign-in name').fill(`${who}@demo`);
  await page.getByLabel('Password').fill('trench');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeVisible();
}

/** Signs out and waits until it has happened: what is still on its way would end the next one's session. */
export async function signOut(page: Page) {
  await page.getByRole('button', { name: /^Sign out/ }).click();
  await expect(page.getByLabel('Sign-in name')).toBeVisible();
}

/** Turns to another main of the job. */
export async function toMain(page: Page, main: string | RegExp) {
  await page.getByRole('button', { name: /^Main: / }).click();
  await page.getByRole('menuitem', { name: main }).click();
}

export const step = (page: Page, title: string) => page.getByRole('region', { name: title, exact: true });

/** Opens a step by its title; the nth of that title where several sides have one. */
export async function goToStep(page: Page, title: string, nth = 0) {
  const plain = title.replace(/[?.()]/g, '\\$&');
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: new RegExp(`\\b${plain}( –)?( \\d+)?$|^${plain}|(^| )${plain}( |$)`) })
    .nth(nth)
    .click();
  await expect(step(page, title)).toBeVisible();
}

const without = new WeakSet<BrowserContext>();

export async function loseSignal(page: Page) {
  await page.context().setOffline(true);
  without.add(page.context());
}

export async function findSignal(page: Page) {
  without.delete(page.context());
  await page.context().setOffline(false);
}

/** How many of each thing this device keeps. */
export const kept = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<Record<string, number>>((done) => {
        const asked = indexedDB.open('diastoma');
        asked.onsuccess = async () => {
          const db = asked.result;
          const counts: Record<string, number> = {};
          for (const name of [...db.objectStoreNames])
            counts[name] = await new Promise((told) => {
              const count = db.transaction(name).objectStore(name).count();
              count.onsuccess = () => told(count.result);
            });
          db.close();
          done(counts);
        };
      }),
  );

/** Entries that wait here, and answers of the rules here. */
const here = async (page: Page) => [(await kept(page)).entries ?? 0, await page.evaluate(() => performance.getEntriesByName('rules desk').length)] as const;

interface Reply {
  status: () => number;
  request: () => { postData: () => string | null };
}

/**
 * The answer to the next entry: of the server, or of the rules on this device where there is no signal. Asked for before the entry is made, and awaited
 * before it: what is counted without signal must not be counted while the entry is on its way.
 */
export async function saved(page: Page): Promise<() => Promise<Reply>> {
  if (!without.has(page.context())) {
    const reply = page.waitForResponse((one) => one.url().endsWith('/api/v1/entries') && one.request().method() === 'POST');
    reply.catch(() => null); // told to whoever asks
    return () => reply;
  }
  const [entries, answers] = await here(page);
  return async () => {
    const more = async () => {
      const [now, answered] = await here(page);
      return now > entries && answered > answers;
    };
    await expect.poll(more, { timeout: 60_000 }).toBe(true); // the rules may take 20 s on a device that is busy with something else
    return { status: () => 201, request: () => ({ postData: () => null }) };
  };
}

export async function number(page: Page, label: string, value: string) {
  const reply = await saved(page);
  const field = page.getByRole('textbox', { name: label });
  await field.fill(value);
  await field.press('Enter');
  expect((await reply()).status(), `${label} = ${value}`).toBeLessThan(300);
}

export async function yes(page: Page, question: string, answer = 'Yes') {
  const reply = await saved(page);
  await page.getByRole('group', { name: question }).getByRole('button', { name: answer }).click();
  expect((await reply()).status(), question).toBeLessThan(300);
}

export async function choose(page: Page, label: string, option: RegExp | string) {
  const reply = await saved(page);
  await page.getByRole('combobox', { name: label }).click();
  await page.getByRole('option', { name: option }).click();
  expect((await reply()).status(), label).toBeLessThan(300);
}

export async function series(page: Page, group: string, values: number[]) {
  const boxes = page.getByRole('group', { name: group }).getByRole('textbox');
  if ((await boxes.count()) !== values.length)
    await page
      .getByRole('group', { name: group })
      .getByRole('button', { name: String(values.length), exact: true })
      .click();
  await expect(boxes).toHaveCount(values.length);
  const reply = await saved(page);
  for (const [k, value] of values.entries()) await boxes.nth(k).fill(String(value));
  await boxes.last().press('Enter');
  expect((await reply()).status(), group).toBeLessThan(300);
}

export async function now(page: Page, label: string) {
  const reply = await saved(page);
  await page.getByRole('button', { name: `${label} – now` }).click();
  expect((await reply()).status(), label).toBeLessThan(300);
}

/** Puts the simulated job's clock to the end of the first wait whose title matches. */
export async function waitOut(page: Page, title: string | RegExp) {
  const clock = page.getByRole('complementary', { name: 'Clocks' }).getByRole('listitem').filter({ hasText: title }).last();
  await clock.getByRole('button', { name: /Simulated: put clock to/ }).click();
  await page.waitForResponse((reply) => reply.url().includes('/clock'));
}

/** Wipes one thing after the other, waits until the last has dried, and calls each dry. */
async function wipe(page: Page, things: string[]) {
  const button = (thing: string, word: string) => (thing === '' ? word.charAt(0).toUpperCase() + word.slice(1) : `${thing}: ${word}`);
  for (const thing of things) await now(page, button(thing, 'wiped'));
  const last = things[things.length - 1] ?? '';
  await waitOut(page, new RegExp(`${last}.*solvent drying`, 'i')); // of the last, whose clock may come onto the rail a moment after the first one's
  for (const thing of things) await now(page, button(thing, 'dry'));
}

/** The prepared surfaces, each wiped and dried by itself; a saddle has but one. */
export async function clean(page: Page, ends = ['End A', 'End B']) {
  await goToStep(page, 'Clean');
  await choose(page, 'Cleaning agent', /isopropanol ≥ 96/);
  await wipe(page, ends);
  await yes(page, 'Nothing and nobody has touched it since?');
}

/** The fitting out of its bag, wiped inside and dry. */
export async function unpack(page: Page, preheat: string | null = null) {
  await goToStep(page, 'Unpack');
  await yes(page, 'Fitting in its closed bag until now?');
  if (preheat !== null) await choose(page, 'The fitting has', preheat);
  await wipe(page, ['Fitting']);
}

/** What stands on the pipe, and by which sizes. */
export async function printLine(page: Page, question = 'Print lines agree with the drawing (material, size, SDR)?') {
  await yes(page, question);
  await choose(page, 'The print line sizes the pipe by', /ISO metric/);
}

/** A generator that is large enough, fuel and leads in order. */
export async function power(page: Page) {
  await goToStep(page, 'Power');
  await number(page, 'Generator size', '6');
  await yes(page, 'Fuel for the whole weld and voltage steady?');
  await yes(page, 'Leads clean and dry, not over an edge or in mud?');
}

export const SCRAPER = 'Scraper checked before use: blade sharp, spring and stop as they should be?';

interface Ends {
  a: number[];
  b: number[];
  clamped?: number[];
}

/** Makes a joint up to the point where it can be fused; leaves re-rounding out unless figures under the clamp are given. */
export async function prepareJoint(page: Page, ends: Ends) {
  await goToStep(page, 'Conditions');
  await choose(page, 'Control unit', /Unit North/);
  await number(page, 'Air temperature at the joint', '14');
  await number(page, 'Pipe surface temperature', '15');
  await number(page, 'Fitting temperature', '16');
  for (const question of [
    'Sheltered from rain, wind and direct sun?',
    'Dry, inside and out?',
    'Free of escaping water or gas?',
    'Far ends capped against draught?',
  ])
    await yes(page, question);
  await goToStep(page, 'Inspect');
  await printLine(page);
  await number(page, 'End A: deepest gouge', '0.3');
  await number(page, 'End B: deepest gouge', '0');
  await yes(page, 'No bruise, flat or embedded stone in the zone?');
  await goToStep(page, 'Wash');
  await number(page, "Coupler's length, end to end", '210');
  await number(page, 'Washed length, the shorter end', '660');
  await yes(page, 'No mud or film left to feel or see?');
  await goToStep(page, 'Diameters');
  await series(page, 'End A: outside diameters', ends.a);
  await series(page, 'End B: outside diameters', ends.b);
  await goToStep(page, 'Square cut');
  await number(page, 'End A: out of square', '1');
  await number(page, 'End B: out of square', '1.5');
  await goToStep(page, 'Marks');
  await expect(page.getByRole('img', { name: 'Stab mark at 105 mm, scrape mark at 125 mm from the end' })).toBeVisible();
  for (const [label, value] of [
    ['End A: stab mark from the end', '105'],
    ['End B: stab mark from the end', '105'],
    ['End A: scrape mark from the end', '126'],
    ['End B: scrape mark from the end', '126'],
  ] as const)
    await number(page, label, value);
  await goToStep(page, 'Scrape');
  await yes(page, SCRAPER);
  const mean = (d: number[]) => d.reduce((sum, x) => sum + x, 0) / d.length;
  await number(page, 'End A: mean diameter after scraping', (mean(ends.a) - 0.5).toFixed(2));
  await number(page, 'End B: mean diameter after scraping', (mean(ends.b) - 0.5).toFixed(2));
  await yes(page, 'All ink gone on every end?');
  await choose(page, 'The ribbon came off', 'in one piece');
  await goToStep(page, 'Mark again');
  await yes(page, 'Chamfered outside, deburred inside?');
  await number(page, 'End A: new stab mark from the end', '105');
  await number(page, 'End B: new stab mark from the end', '105');
  if (ends.clamped) {
    await goToStep(page, 'Re-round');
    await series(page, 'End A: diameters under the clamp', ends.clamped);
  }
  await clean(page);
  await unpack(page, 'no preheat');
  await goToStep(page, 'Assemble');
  await yes(page, "Both stab marks at the fitting's edge?");
  await series(page, "End A: gap by feeler, from 12 o'clock", [0.2, 0.25, 0.3, 0.2]);
  await series(page, "End B: gap by feeler, from 12 o'clock", [0.2, 0.2, 0.2, 0.2]);
  await yes(page, 'Alignment clamp on and tight?');
  await yes(page, 'Level on top and on the side, free of stress?');
  await power(page);
  await goToStep(page, 'Label');
}

export interface Label {
  dn?: string;
  volts: string;
  seconds: string;
  minutes: string;
  minutesAre?: string;
  fitting?: boolean;
}

/** What is printed on the label and what the unit shows. */
export async function readLabel(page: Page, label: Label = { dn: '180', volts: '40', seconds: '260', minutes: '20', fitting: true }) {
  if (label.dn) await number(page, 'Printed size dn', label.dn);
  await number(page, 'Printed fusion voltage', label.volts);
  await number(page, label.minutesAre === 'Printed pre-cooling time' ? 'Printed preheat time' : 'Printed fusion time', label.seconds);
  await number(page, label.minutesAre ?? 'Printed cooling time', label.minutes);
  await number(page, 'The unit shows: voltage', label.volts);
  await number(page, 'The unit shows: time', label.seconds);
  if (label.fitting) {
    await choose(page, 'Printed material', /^PE 100$/);
    await number(page, 'For pipes from SDR', '11');
    await number(page, 'to SDR', '17');
  }
}

/** Takes the sample fitting's code as a scanner would. */
export async function scan(page: Page) {
  const reply = await saved(page);
  await page.getByRole('button', { name: 'Scan it' }).click();
  expect((await reply()).status()).toBeLessThan(300);
}

/** Runs the simulated unit at 200 times and waits for its diagnosis. */
export async function fuse(page: Page, button: RegExp | string = 'Start fusion') {
  await page.getByRole('combobox', { name: 'Speed' }).click();
  await page.getByRole('option', { name: '200 times' }).click();
  await page.getByRole('button', { name: button }).click();
  await expect(page.getByRole('region', { name: 'Diagnosis of the trace' })).toContainText('as it should be', { timeout: 20_000 });
}

/** Puts the simulated clock to the moment a shut step opens. */
export async function openGate(page: Page) {
  const gate = page.getByRole('status', { name: 'This step is shut' });
  await gate.getByRole('button', { name: /Simulated: put clock to/ }).click();
  await expect(gate).toBeHidden();
}

export async function lookAtIt(page: Page) {
  await goToStep(page, 'Look at it');
  for (const question of ['Melt indicators up on both sides?', 'No melt outside the fitting?', 'Marks still at the edge?', 'Still in line?'])
    await yes(page, question);
}

/** From the end of the fusion to the cold joint, all well. */
export async function coolAndRelease(page: Page) {
  await goToStep(page, 'Cool');
  await yes(page, 'Release time written on the fitting?');
  await waitOut(page, 'Cooling, clamps stay on');
  await release(page);
}

export async function release(page: Page) {
  await goToStep(page, 'Release');
  await yes(page, 'Undisturbed the whole time?');
  await now(page, 'Clamps off');
}

/** Answers every question that keeps the section shown from its test. */
export async function makeSectionReady(page: Page, medium: 'water' | 'air' = 'water') {
  const readiness = page.getByRole('region', { name: 'Readiness' });
  await readiness.getByRole('button', { name: /^Answer what is open/ }).click();
  for (const question of [
    'Backfilled, but for joints to be watched?',
    'Ends braced, restraint on?',
    'Thrust blocks cured, or none needed?',
    'Toolbox talk held: who does what, who stops it?',
    'Exclusion zone set and crew told?',
    ...(medium === 'water'
      ? ['Filled from the low point, slowly?', 'Every high vent ran clear of air, then shut?']
      : ['Owner and maker agree to a test with air or gas?', 'Plugs and caps braced, nobody in a manhole?']),
    'Relief valve set above the test pressure and tried?',
  ])
    await yes(page, question);
  await choose(page, 'Gauge or logger', /Logger 40 bar/);
}

/** Hours later talk, zone, relief and gauge are looked at again: the same answers, said once more. */
export async function lookAgain(page: Page) {
  await page
    .getByRole('region', { name: 'Readiness' })
    .getByRole('button', { name: /^Answer what is open/ })
    .click();
  for (const question of [
    'Toolbox talk held: who does what, who stops it?',
    'Exclusion zone set and crew told?',
    'Relief valve set above the test pressure and tried?',
  ])
    await yes(page, question);
  await choose(page, 'Gauge or logger', /Logger 40 bar/);
}

/** What was seen to too long ago is looked at again: other journeys may have put the job's clock forward. */
export async function refresh(page: Page) {
  const readiness = page.getByRole('region', { name: 'Readiness' });
  await expect(readiness.getByRole('listitem').first()).toBeVisible();
  const open = readiness.getByRole('listitem').filter({ hasText: 'too long ago' });
  if ((await open.count()) === 2) return lookAgain(page);
  if ((await open.count()) === 0) return;
  const isGauge = (await open.filter({ hasText: 'Gauge and relief' }).count()) > 0;
  await open.getByRole('button', { name: 'Answer' }).click();
  if (!isGauge) for (const question of ['Toolbox talk held: who does what, who stops it?', 'Exclusion zone set and crew told?']) await yes(page, question);
  else await yes(page, 'Relief valve set above the test pressure and tried?');
}

/** Plans by another method than the one that is offered first. */
export async function chooseMethod(page: Page, title: RegExp) {
  await page.getByRole('combobox', { name: 'Method' }).click();
  await page.getByRole('option', { name: title }).click();
  await expect(page.getByRole('combobox', { name: 'Method' })).toHaveText(title);
}

/** Starts the simulated logger on a planned test and waits for its end. */
export async function simulate(page: Page, test: number, ends: string, section = 'tight', speed = '20000 times') {
  await expect(page.getByRole('heading', { name: `Test ${test}: planned` })).toBeVisible();
  await page.getByRole('combobox', { name: 'Simulated section' }).click();
  await page.getByRole('option', { name: section, exact: true }).click();
  await page.getByRole('combobox', { name: 'Speed' }).click();
  await page.getByRole('option', { name: speed }).click();
  await page.getByRole('button', { name: 'Start with the simulated logger' }).click();
  await expect(page.getByRole('heading', { name: `Test ${test}: ${ends}` })).toBeVisible({ timeout: 60_000 });
}

/** Writes down what was done after a test that did not pass. */
export async function mend(page: Page, joint: string, what: string) {
  await page.getByRole('switch', { name: 'The pressure was lowered first' }).check();
  await page.getByLabel('Joint, if it was one').fill(joint);
  await page.getByLabel('What was found and done').fill(what);
  await page.getByRole('form', { name: 'Mend' }).getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByRole('region', { name: 'Mended' })).toContainText(what);
}

/** The next joint at the end of the line in sight, made as somebody chooses. */
export async function add(page: Page, last: number, method: string, pipe?: () => Promise<void>) {
  await page.goto(`/line/${last}`);
  const form = page.getByRole('form', { name: 'Lay joints' });
  await form.getByLabel('Length of a pipe').fill('6');
  await form.getByRole('combobox', { name: 'How it is made' }).click();
  await page.getByRole('option', { name: method, exact: true }).click();
  if (pipe) {
    await form.getByRole('button', { name: 'The pipe changes here' }).click();
    await pipe();
  }
  const reply = page.waitForResponse((r) => r.url().endsWith('/joints') && r.request().method() === 'POST');
  await form.getByRole('button', { name: /Add it|Lay them/ }).click();
  expect((await reply).status(), method).toBe(201);
}
