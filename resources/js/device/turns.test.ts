import { expect, test } from 'vitest';
import { inTurns } from './turns';

/** Something that is asked, answered when the test says so. */
function asked() {
  const open: { seen: number; answer: (failed?: boolean) => void }[] = [];
  let kept = 0;
  const ask = () =>
    new Promise<number>((done, fail) => {
      const seen = kept; // what had been kept when it was begun
      open.push({ seen, answer: (failed = false) => (failed ? fail(new Error('no')) : done(seen)) });
    });
  return { open, ask, keep: () => ++kept };
}

test('whoever asks while a question is on its way shares the next, which has seen what all of them kept', async () => {
  const { open, ask, keep } = asked();
  const turn = inTurns<number>();
  keep();
  const first = turn('joint', ask);
  const later = [keep(), keep(), keep()].map(() => turn('joint', ask));
  expect(open).toHaveLength(1);
  open[0]?.answer();
  expect(await first).toBe(1);
  expect(open).toHaveLength(2);
  open[1]?.answer();
  expect(await Promise.all(later)).toEqual([4, 4, 4]);
  expect(open).toHaveLength(2);
});

test('each thing has its own turn, and what is asked once all is said is asked at once', async () => {
  const { open, ask } = asked();
  const turn = inTurns<number>();
  const both = [turn('one', ask), turn('other', ask)];
  expect(open).toHaveLength(2);
  open.forEach(({ answer }) => answer());
  await Promise.all(both);
  void turn('one', ask);
  expect(open).toHaveLength(3);
});

test('after one that failed the next is asked all the same', async () => {
  const { open, ask } = asked();
  const turn = inTurns<number>();
  const first = turn('joint', ask);
  const second = turn('joint', ask);
  open[0]?.answer(true);
  await expect(first).rejects.toThrow('no');
  await Promise.resolve();
  open[1]?.answer();
  expect(await second).toBe(0);
});
