import { expect, test } from '@playwright/test';
import { faults } from './axe';
import { goToStep, signIn, step } from './crew';
import { makeJoint, type Answers } from './gasket';

const SYSTEMS: [string, number, string, Answers][] = [
  [
    'PVC pressure',
    301,
    'Alder PVC bell',
    [
      [/Mark from the end/, '142'],
      [/Pushed with/, 'bar and block'],
      [/Slings/, '0'],
    ],
  ],
  [
    'ductile iron push-on',
    401,
    'Ductile iron, push-on',
    [
      [/Loops/, '1'],
      [/In front of the bell/, 'one line shows'],
      [/Pushed with/, 'bar and block'],
    ],
  ],
  [
    'restrained ductile iron',
    501,
    'Bellfort restrained',
    [
      [/Second line from the end/, '123'],
      [/Mark from the end/, '108'],
      [/Loops/, '1'],
      [/In front of the bell/, 'no line shows'],
    ],
  ],
  ['concrete, rolling ring', 601, 'Concrete, rolling ring', [[/Lubricant used/, 'none']]],
  ['concrete, skid ring', 701, 'Hollin concrete, skid ring', []],
  ['corrugated HDPE', 801, 'Fenwick corrugated drain', [[/Mark from the end/, '165']]],
  ['GRP coupling', 910, 'Weir GRP coupling', [[/Mark from the end/, '130']]],
];

for (const [name, number, title, own] of SYSTEMS) {
  test(`a joint of the system ${name} is made to the end`, async ({ page }) => {
    await signIn(page, 'ada');
    await page.goto(`/bench/${number}`);
    await expect(page.getByText(`Joint ${number} · ${title}`)).toBeVisible();
    await makeJoint(page, own);
    await expect(page.getByRole('button', { name: `Joint ${number}, accepted` })).toBeVisible();
  });
}

test('PVC: petroleum stops the joint, and a buried mark is mended', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/302');
  await makeJoint(page, [
    [/Mark from the end/, '142'],
    [/Pushed with/, 'bar and block'],
    [/Lubricant used/, 'petroleum-based grease or oil'],
    [/stands clear/, '-4'],
  ]);
  await goToStep(page, 'Lubricate');
  await expect(step(page, 'Lubricate')).toContainText('Petroleum swells rubber until it fails');
  await goToStep(page, 'Home?');
  await expect(step(page, 'Home?')).toContainText('Pull back until it just shows');
  await expect(page.getByRole('button', { name: 'Joint 302, stopped' })).toBeVisible();
});

test('restrained: lines are read with the slack out, a missing segment stops, a feeler is not asked for', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/bench/502');
  await makeJoint(page, [
    [/Second line from the end/, '123'],
    [/Mark from the end/, '108'],
    [/Loops/, '1'],
    [/Slack pulled out/, 'No'],
    [/In front of the bell/, 'one line shows'],
    [/Locking segments in place/, '7'],
  ]);
  await goToStep(page, 'Home?');
  await expect(step(page, 'Home?')).toContainText('with slack in they say nothing');
  await expect(step(page, 'Home?')).toContainText('both lines must be inside the bell');
  await goToStep(page, 'Look at it');
  await expect(step(page, 'Look at it')).toContainText('A feeler cannot verify this joint');
  await goToStep(page, 'Lock');
  await expect(step(page, 'Lock')).toContainText('Locking segments 7; at least 8 wanted.');
});

test('a product of its own is added and works on the bench and in set-out; a pipe is rejected with a picture', async ({ page }) => {
  await signIn(page, 'ada');
  await page.goto('/rules');
  await page.getByRole('tab', { name: 'Joint systems' }).click();
  await page.getByRole('button', { name: 'Add from PVC pressure, bell and spigot' }).click();
  await page.getByLabel('Name of the product').fill('Larch PVC bell');
  await page.getByLabel('Short name').fill('Larch');
  await page.getByLabel('Where its figures come from').fill('laying instructions (invented)');
  await page.getByLabel('DN, size 1').fill('160');
  await page.getByLabel('Mark mm, size 1').fill('118');
  await page.getByLabel('Turn °, size 1').fill('1');
  await page.getByRole('button', { name: 'Add to the catalogue' }).click();
  await expect(page.getByText('small letters, digits and underscores, such as').first()).toBeVisible();
  await page.getByLabel('Short name').fill('larch_pvc');
  await page.getByRole('button', { name: 'Add to the catalogue' }).click();
  await expect(page.getByRole('list', { name: 'Joint systems' })).toContainText('Larch PVC bell');
  await page.goto('/setout/new');
  await page.getByLabel('Name of the main').fill('Larch Walk');
  await page.getByRole('combobox', { name: 'Joint system' }).click();
  await page.getByRole('option', { name: 'Larch PVC bell' }).click();
  for (const [label, value] of [
    ['DN', '160'],
    ['Outside diameter', '160'],
    ['Wall', '7.7'],
  ] as const)
    await page.getByRole('textbox', { name: label, exact: true }).fill(value);
  await page.getByRole('button', { name: 'Make this main' }).click();
  await page.getByRole('tab', { name: 'Straights and arcs' }).click();
  await page.getByLabel('A part a line: length radius').fill('18');
  await page.getByRole('button', { name: 'Take this alignment' }).click();
  await expect(page.getByLabel('Allowed deflection')).toHaveValue('1');
  await page.getByRole('button', { name: 'Without the length 12 m' }).click();
  await page.getByRole('button', { name: 'Plan the line' }).click();
  await page.getByRole('button', { name: 'Take it onto the line' }).click();
  await page.getByRole('link', { name: 'On the line: go there' }).click();
  await page.getByRole('link', { name: 'Make this joint' }).click();
  await goToStep(page, 'Spigot');
  await expect(page.getByRole('img', { name: 'Mark at 118 mm from the end' })).toBeVisible();

  await page.getByRole('link', { name: 'Yard' }).click();
  await page.getByRole('link', { name: 'Rejects', exact: true }).click();
  await page.getByLabel('Number or stamp on the pipe').fill('L-17');
  await page.getByRole('combobox', { name: 'Reason' }).click();
  await page.getByRole('option', { name: 'spigot damaged' }).click();
  await page.getByLabel('Picture of the pipe').setInputFiles('docs/screenshots/line.png');
  await page.getByRole('button', { name: 'Reject it' }).click();
  await expect(page.getByRole('list', { name: 'Rejected pipes' })).toContainText('L-17: spigot damaged');
  await expect(page.getByRole('img', { name: 'Pipe L-17: spigot damaged' })).toBeVisible();
});

test('the new views hold to accessibility rules and fit a phone', async ({ page }) => {
  await signIn(page, 'ada');
  for (const [width, path] of [
    [1280, '/setout'],
    [1280, '/yard'],
    [1280, '/setout/new'],
    [390, '/setout'],
    [390, '/yard'],
    [390, '/bench/902'],
  ] as const) {
    await page.setViewportSize({ width, height: 844 });
    await page.goto('/line/903');
    await expect(page.getByText('Joint 903').first()).toBeVisible();
    await page.goto(path);
    await page.waitForTimeout(700);
    expect(await faults(page), path).toEqual([]);
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
      `${path} at ${width} is wider than the screen`,
    ).toBeLessThanOrEqual(0);
  }
});
