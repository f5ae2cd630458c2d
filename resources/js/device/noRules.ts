/** A build without the rules on the device: the server judges. */
export const HAS_RULES = false;
export const askRules: typeof import('./rules').askRules = () => Promise.resolve(null);
