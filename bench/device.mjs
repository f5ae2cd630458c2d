// What the rules on a device cost, in a real browser: bytes, cold start, warm verdicts, the answer on the screen while the network is slow, memory.
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';

const base = process.argv[2];
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await context.newPage();
const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
const told = (name, ms) => {
  const sorted = [...ms].sort((a, b) => a - b);
  console.log(`${name}: median ${at(sorted, 0.5).toFixed(1)} ms, p95 ${at(sorted, 0.95).toFixed(1)} ms, ${sorted.length} of them`);
};

const network = await context.newCDPSession(page);
await network.send('Network.enable');
await page.addInitScript(() => localStorage.setItem('diastoma.pace', 'each'));
await page.goto(base);
await page.getByLabel('Sign-in name').fill('ada@demo');
await page.getByLabel('Password').fill('trench');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.getByRole('navigation', { name: 'Views' }).waitFor();
for (const joint of [16, 102]) {
  await page.goto(`${base}/line/${joint}`);
  await page.getByRole('button', { name: 'Take along' }).click();
  await page.getByText('is on this device').waitFor();
}
const folder = new URL('../public/build/assets/', import.meta.url);
const bytes = readdirSync(folder)
  .filter((name) => /^(php_8_2|core|worker)-.*\.(br|js)$/.test(name))
  .map((name) => (name.endsWith('.br') ? statSync(new URL(name, folder)).size : gzipSync(readFileSync(new URL(name, folder))).length));
console.log(`rules over the wire, once: ${(bytes.reduce((a, b) => a + b, 0) / 1e6).toFixed(2)} MB`);

const cold = [];
for (let k = 0; k < 7; k++) {
  await page.goto(`${base}/bench/16`);
  await page.getByRole('textbox', { name: 'Air temperature' }).waitFor();
  // the first question starts the worker, compiles the PHP and reads the core: it is asked before anybody has typed
  const first = await page.waitForFunction(() => performance.getEntriesByType('measure').find((entry) => entry.name.startsWith('rules '))?.duration);
  cold.push(await first.jsonValue());
  await page.waitForTimeout(500);
}
told('cold start to the first answer, rules from the cache', cold);

// the network as it is at the end of a trench
await network.send('Network.emulateNetworkConditions', { offline: false, latency: 400, downloadThroughput: 2e5, uploadThroughput: 1e5 });
for (const [name, joint] of [
  ['coupler', 16],
  ['large bore', 102],
]) {
  await page.goto(`${base}/bench/${joint}`);
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Conditions/ })
    .click();
  const field = page.getByRole('textbox', { name: 'Air temperature' });
  await field.waitFor();
  const seen = [];
  for (let k = 0; k < 60; k++) {
    seen.push(
      await field.evaluate(
        (input, value) =>
          new Promise((done) => {
            Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, value);
            input.dispatchEvent(new Event('input', { bubbles: true }));
            let start = 0;
            const look = new MutationObserver(() => {
              if (!document.querySelector('main')?.textContent?.includes(`Air ${value} °C`)) return;
              look.disconnect();
              done(performance.now() - start);
            });
            look.observe(document.body, { subtree: true, childList: true, characterData: true });
            requestAnimationFrame(() => {
              start = performance.now(); // what was typed is drawn; now it is entered
              input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
            });
          }),
        String(46 + (k % 14)), // too warm, and still a temperature: the verdict says the figure
      ),
    );
    await page.waitForTimeout(200);
  }
  told(`${name}: from Enter to the verdict on the screen, network at 400 ms`, seen.slice(20));
  const php = await page.evaluate(() =>
    performance
      .getEntriesByName('rules desk')
      .slice(20)
      .map((entry) => entry.detail.ms),
  );
  told(`${name}: the verdict itself, warm`, php);
}
const [held, php] = await page.evaluate(() => [performance.memory.usedJSHeapSize, performance.getEntriesByName('rules desk').at(-1)?.detail.bytes]);
console.log(`memory: page ${(held / 1e6).toFixed(0)} MB of JavaScript, PHP ${(php / 1e6).toFixed(0)} MB`);
await browser.close();
