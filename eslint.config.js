import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['resources/js/api/schema.d.ts', 'public/build', 'eslint.config.js'] },
  ...tseslint.configs.recommendedTypeChecked,
  { languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } } },
  { ...a11y.flatConfigs.recommended, files: ['resources/js/**/*.tsx'] },
  // what a test reads of the API it says by its expectations
  {
    files: ['e2e/**'],
    rules: Object.fromEntries(['assignment', 'member-access', 'call', 'return', 'argument'].map((what) => [`@typescript-eslint/no-unsafe-${what}`, 'off'])),
  },
  { plugins: { 'react-hooks': hooks }, rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' } },
);
