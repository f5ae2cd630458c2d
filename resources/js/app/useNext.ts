import { useState } from 'react';
import { useWork } from './session';
import { typed } from './typed';

type Texts = Record<string, string>;
interface Refused {
  texts: Texts;
  said: string;
}
interface Kept {
  texts: Texts;
  /** what was not taken while the next was being typed */
  back: Refused[];
}

const same = (a: Texts, b: Texts) => [...Object.keys(a), ...Object.keys(b)].every((key) => (a[key] ?? '') === (b[key] ?? ''));

/**
 * Texts that are entered over and over, kept on the device until they are.
 * They leave their fields at the press, so that the next can be typed at once; what is refused comes back, or waits beside what has been typed meanwhile.
 *
 * @param key  under what they are kept
 * @param stays  what the next one mostly says too
 */
export function useNext(key: string, stays: string[] = []) {
  const kept = typed(useWork().person.id, key);
  const read = (): Kept => ({ texts: {}, back: [], ...(JSON.parse(kept.get() ?? '{}') as Partial<Kept>) });
  const [shown, show] = useState(() => ({ key, ...read() }));
  const { texts, back } = shown.key === key ? shown : read(); // of another work than a moment ago
  const [wrong, setWrong] = useState<{ key: string; error: Error } | null>(null);
  // what is kept is what counts: an answer may come when the fields are not drawn any more
  const change = (to: (old: Kept) => Kept) => {
    const next = to(read());
    kept.set(JSON.stringify(next));
    show({ key, ...next });
  };
  return {
    texts,
    back,
    /** what is wrong with what stands in the fields */
    fault: wrong?.key === key ? wrong.error : null,
    set: (field: string, text: string) => change((old) => ({ ...old, texts: { ...old.texts, [field]: text } })),
    /** What stood in the fields has gone out. */
    hand: (entered: Promise<unknown>) => {
      const left = Object.fromEntries(Object.entries(texts).filter(([field]) => stays.includes(field)));
      setWrong(null);
      change((old) => ({ ...old, texts: left }));
      entered.catch((error: Error) => {
        const isTyped = !same(read().texts, left);
        if (!isTyped) setWrong({ key, error });
        change((old) => (isTyped ? { ...old, back: [...old.back, { texts, said: error.message }] } : { ...old, texts }));
      });
    },
    /** What was not taken stands in the fields again, what stood there waits instead. */
    putBack: (at: number) => {
      setWrong(null);
      change((old) => {
        const waits = same(old.texts, {}) ? [] : [{ texts: old.texts, said: 'Not entered yet.' }];
        return { texts: old.back[at]?.texts ?? old.texts, back: [...old.back.filter((_, k) => k !== at), ...waits] };
      });
    },
    drop: (at: number) => change((old) => ({ ...old, back: old.back.filter((_, k) => k !== at) })),
  };
}

export type Next = ReturnType<typeof useNext>;
