import base from './playwright.config';

// Takes the pictures of docs/screenshots/ from a fresh demo: bin/start --fresh, then npm run pictures.
export default { ...base, testMatch: 'pictures.ts', timeout: 600_000, reporter: 'list' };
