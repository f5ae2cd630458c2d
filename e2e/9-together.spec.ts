import { expect, test, type Page } from '@playwright/test';
import { prepareJoint, readLabel, saved, signIn } from './crew';

/** Sends several at once, as several tablets would; how each was answered. */
const together = (page: Page, path: string, bodies: unknown[]) =>
  page.evaluate(
    async ([to, all]) => {
      const token = decodeURIComponent(document.cookie.match(/XSRF-TOKEN=([^;]+)/)?.[1] ?? '');
      const headers = { 'Content-Type': 'application/json', Accept: 'application/json', 'X-XSRF-TOKEN': token };
      const send = async (body: unknown) => (await fetch(`/api/v1${to}`, { method: 'POST', headers, body: JSON.stringify(body) })).status;
      return (await Promise.all(all.map(send))).sort();
    },
    [path, bodies] as const,
  );

const eight = <T>(make: () => T) => Array.from({ length: 8 }, make);

const json = async (page: Page, path: string) => (await page.request.get(`/api/v1${path}`)).json();

/** Joints that nobody has begun, whatever the scenarios before this one have made of the rest. */
async function untouched(page: Page): Promise<{ id: string; number: number }[]> {
  const { jobs } = await json(page, '/jobs');
  const { mains } = await json(page, `/jobs/${jobs[0].id}`);
  const main = mains.find((m: { name: string }) => m.name === 'Millrace Lane');
  const { joints } = await json(page, `/mains/${main.id}/line`);
  return joints.filter((j: { state: string }) => j.state === 'planned').slice(-3);
}

async function sectionNamed(page: Page, name: string): Promise<string> {
  const { jobs } = await json(page, '/jobs');
  const { mains } = await json(page, `/jobs/${jobs[0].id}`);
  return mains.flatMap((m: { sections: { id: string; name: string }[] }) => m.sections).find((s: { name: string }) => s.name === name).id;
}

const entry = (subject: string, kind: string, payload: object, type = 'joint') => ({
  id: crypto.randomUUID(),
  kind,
  subject_type: type,
  subject_id: subject,
  payload,
  device_at: new Date().toISOString(),
});

async function become(page: Page, who: string) {
  await page.goto('about:blank'); // an answer still on its way would bring the old session back
  await page.context().clearCookies();
  await signIn(page, who);
}

const kinds = async (page: Page, type: string, id: string, kind: string) =>
  (await json(page, `/entries?subject_type=${type}&subject_id=${id}`)).entries.filter((e: { kind: string }) => e.kind === kind);

/** Answers every question of a section well, and overrules what then still keeps it from its test. */
async function makeReady(page: Page, section: string) {
  const { jobs } = await json(page, '/jobs');
  const { equipment } = await json(page, `/jobs/${jobs[0].id}`);
  const gauge = equipment.find((e: { serial: string }) => e.serial === 'PL-204').id;
  const state = await json(page, `/sections/${section}/tests`);
  for (const step of state.bench.procedure.steps)
    for (const { key, kind } of step.readings)
      await together(page, '/entries', [entry(section, 'reading', { key, value: kind === 'equipment' ? gauge : true }, 'section')]);
  const { gates } = await json(page, `/sections/${section}/tests`);
  for (const gate of gates.filter((g: { holds: boolean }) => !g.holds))
    await together(page, '/entries', [entry(section, 'overrule', { rule: `gate.${gate.id}`, reason: 'Tried out on a simulated job.' }, 'section')]);
}

// Found: of eight starts sent together five fused.
test('of eight fusions started at once on one joint one begins', async ({ page }) => {
  await signIn(page, 'ada');
  const joint = (await untouched(page)).at(-1)!;
  await page.goto(`/bench/${joint.number}`);
  await prepareJoint(page, { a: [180.4, 180.2, 180.3, 180.1], b: [180.3, 180.3, 180.2, 180.2] });
  await page.getByRole('textbox', { name: 'Bar code, 24 digits' }).click();
  await page.keyboard.type('731204181801400645260007');
  const code = await saved(page); // its answer is not that to the first figure of the label
  await page.keyboard.press('Enter');
  await code();
  await readLabel(page);
  expect(
    await together(
      page,
      `/joints/${joint.id}/fusion-runs`,
      eight(() => ({ speed: 1 })),
    ),
  ).toEqual([201, 409, 409, 409, 409, 409, 409, 409]);
});

// Found: of eight overrules sent together four were written.
test('of several who overrule the same finding at once one is written; one that is sent several times at once is stored once', async ({ page }) => {
  await signIn(page, 'ada');
  const joint = (await untouched(page))[0]!.id;
  const reading = entry(joint, 'reading', { key: 'ambient_c', value: 46 });
  expect(await together(page, '/entries', [reading, reading, reading, reading])).toEqual([200, 200, 200, 201]);
  await become(page, 'vera');
  const overrule = () => entry(joint, 'overrule', { rule: 'ef.ambient', reason: 'The maker allows it, by telephone.' });
  expect(await together(page, '/entries', eight(overrule))).toEqual([201, 409, 409, 409, 409, 409, 409, 409]);
  expect(await together(page, '/entries', [entry(joint, 'reading', { key: 'ambient_c', value: 47 })])).toEqual([201]);
  const same = overrule();
  expect(await together(page, '/entries', [same, same, same, same])).toEqual([200, 200, 200, 201]);
});

// Found: of eight signatures three were written, and of eight stops of the logging four.
test('of eight stops of the logging, ends and signatures sent at once one of each is written', async ({ page }) => {
  await signIn(page, 'vera');
  const section = await sectionNamed(page, 'G');
  await makeReady(page, section);
  const { chosen } = await json(page, `/sections/${section}/tests`);
  expect(await together(page, `/sections/${section}/tests`, [{ method: chosen, options: {} }])).toEqual([201]);
  const { tests } = await json(page, `/sections/${section}/tests`);
  const { id } = tests.at(-1);
  const begun = await together(
    page,
    `/tests/${id}/run`,
    eight(() => ({ mode: 'simulated', speed: 60, seed: 3 })),
  );
  expect(begun).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
  await together(
    page,
    `/tests/${id}/logging`,
    eight(() => ({ on: false })),
  );
  expect(await kinds(page, 'test', id, 'test.note')).toHaveLength(1);
  await together(
    page,
    `/tests/${id}/finish`,
    eight(() => ({ broken_off: 'Tried out.' })),
  );
  expect(await kinds(page, 'test', id, 'test.judged')).toHaveLength(1);
  await together(
    page,
    `/tests/${id}/signatures`,
    eight(() => ({ id: crypto.randomUUID(), remark: '' })),
  );
  expect(await kinds(page, 'test', id, 'test.signed')).toHaveLength(1);
});
