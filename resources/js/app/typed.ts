/**
 * What somebody has typed and not entered: kept through a reload, for them alone, and gone when they sign out.
 *
 * @param person  whose it is: a tablet changes hands, and nothing is entered under another's name
 */
export const typed = (person: string, key: string) => {
  const at = `typed:${person}:${key}`;
  return {
    get: () => sessionStorage.getItem(at),
    set: (text: string) => sessionStorage.setItem(at, text),
    remove: () => sessionStorage.removeItem(at),
  };
};
