interface Turn<T> {
  now: Promise<T>;
  next: Promise<T> | null;
}

/**
 * One question at a time about each thing: whoever asks while one is on its way shares the next with all others who do, begun after they have asked.
 * A question that fails fails for those who shared it; the next is asked all the same.
 */
export function inTurns<T>() {
  const turns = new Map<string, Turn<T>>();
  const begin = (key: string, ask: () => Promise<T>): Promise<T> => {
    const turn: Turn<T> = { now: ask(), next: null };
    turns.set(key, turn);
    const over = () => {
      if (turn.next === null) turns.delete(key);
    };
    turn.now.then(over, over);
    return turn.now;
  };
  return (key: string, ask: () => Promise<T>): Promise<T> => {
    const turn = turns.get(key);
    if (!turn) return begin(key, ask);
    const after = () => begin(key, ask);
    return (turn.next ??= turn.now.then(after, after));
  };
}
