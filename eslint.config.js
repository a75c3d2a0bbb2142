import comments from '@eslint-community/eslint-plugin-eslint-comments';
import js from '@eslint/js';
import importX, { createNodeResolver } from 'eslint-plugin-import-x';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';
import { builtinRules } from 'eslint/use-at-your-own-risk';

const rooms = ['core', 'contract', 'server', 'web', 'demo', 'cli'];
/** Which rooms a room may open the door of; architecture: arrows run one way. */
const ARROWS = {
  core: [],
  contract: ['core'],
  server: ['contract', 'core'],
  web: ['contract', 'core'],
  cli: ['core', 'server'],
  // The seed plays the demo through the server's own actions; the simulator itself (demo/studio) stays apart from what
  // it tests.
  demo: ['core', 'server', 'contract'],
};

const walls = Object.entries(ARROWS).flatMap(([room, open]) =>
  rooms
    .filter((other) => other !== room && !open.includes(other))
    .map((other) => ({ target: `./src/${room}`, from: `./src/${other}`, message: `${room} may not import ${other}.` })),
);

/** The server's rooms of actions, and the journal they write in. */
const ACTIONS = ['studio', 'painting', 'plan', 'photo', 'reading', 'correction', 'exchange', 'journal'];

/** What core/session puts together: whoever wants a reading asks it, so that all read alike. */
const STEPS_OF_A_READING = [
  ...['findCanvas', 'findCard', 'flatFromPhoto', 'combineFlats'],
  ...['align', 'readFlat', 'readAligned', 'accountOf', 'coverageOf', 'uniformChange', 'groundFrom'],
  ...['findingsOf', 'weighed', 'wholePicture', 'verdictOf'],
];

const DOUBLE_CASTS = ['TSAsExpression > TSAsExpression', 'TSAsExpression > TSNeverKeyword'].map((selector) => ({
  selector,
  message: 'A double cast, or one to never, hides that a shape is declared twice: declare it once.',
}));
const OWN_ADDRESS = ['Literal[value=/^\\/api\\//]', 'TemplateElement[value.raw=/^\\/api\\//]'].map((selector) => ({
  selector,
  message: 'Addresses come from the contract: call, or fileUrl.',
}));

export default tseslint.config(
  { ignores: ['dist', 'node_modules', '.revlin', 'docs'] },
  js.configs.recommended,
  tseslint.configs.recommended,
  {
    plugins: { 'import-x': importX, 'react-hooks': hooks, comments },
    settings: { 'import-x/resolver-next': [createNodeResolver({ extensions: ['.ts', '.tsx', '.js', '.mjs'] })] },
    rules: {
      'import-x/no-restricted-paths': [
        'error',
        {
          zones: [
            ...walls,
            ...['contract', 'core', ...ACTIONS.map((room) => `server/${room}`)].map((from) => ({
              target: ['./src/server/store/*igration*.ts', './src/server/store/findingThreads.ts'],
              from: `./src/${from}`,
              message: 'A migration that was released says for ever what it said that day.',
            })),
            {
              target: './src/demo/studio',
              from: './src/core',
              message: 'The simulator stays independent of the code it tests.',
            },
            {
              target: './src/demo/studio',
              from: './src/server',
              message: 'The simulator stays independent of the code it tests.',
            },
          ],
        },
      ],
      'comments/require-description': ['error', { ignore: [] }],
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-lines': ['error', { max: 400 }],
      // What a painter reads stands whole; everything else is 120 characters wide at most.
      'max-len': [
        'error',
        { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true },
      ],
    },
  },
  {
    files: ['src/**/*.{ts,tsx}', 'tests/**/*.ts'],
    extends: [tseslint.configs.recommendedTypeCheckedOnly],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      // Records of functions know no `this` here: each is as free as any other.
      '@typescript-eslint/unbound-method': 'off',
      // An async function also makes a refusal of what would be thrown, and fits where a promise is asked for.
      '@typescript-eslint/require-await': 'off',
    },
  },
  {
    // What comes out of a table is of any type: the assertion behind the question says which row was asked for.
    files: ['src/server/**', 'src/demo/**', 'tests/**'],
    rules: { '@typescript-eslint/no-unnecessary-type-assertion': 'off' },
  },
  {
    // Tests read answers and rows as they come: what is wrong with them is what they are there to say.
    files: ['**/*.test.{ts,tsx}', 'tests/**/*.ts'],
    rules: Object.fromEntries(
      ['assignment', 'return', 'member-access', 'argument', 'call'].map((what) => [
        `@typescript-eslint/no-unsafe-${what}`,
        'off',
      ]),
    ),
  },
  {
    files: ['**/*.mjs', 'eslint.config.js'],
    languageOptions: { globals: { process: 'readonly', console: 'readonly' } },
  },
  {
    files: ['src/**'],
    ignores: ['**/*.test.{ts,tsx}', '**/*.testing.ts'],
    // The same rule under a second name: one length is refused, half of it is counted (npm run lint:long lists them).
    plugins: { house: { rules: { 'long-function': builtinRules.get('max-lines-per-function') } } },
    rules: {
      'no-restricted-syntax': ['error', ...DOUBLE_CASTS],
      'max-lines-per-function': ['error', { max: 80 }],
      'house/long-function': ['warn', { max: 40 }],
    },
  },
  {
    files: ['src/web/**'],
    ignores: ['**/*.test.{ts,tsx}', 'src/web/api/client.ts'],
    rules: { 'no-restricted-syntax': ['error', ...DOUBLE_CASTS, ...OWN_ADDRESS] },
  },
  {
    files: ['src/server/**', 'src/cli/**', 'src/web/**', 'src/demo/**', 'tests/truth/**', 'tests/bench/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['**/core/photo', '**/core/read', '**/core/correct', '**/core/kinds'],
              importNames: STEPS_OF_A_READING,
              message: 'A reading is made in one place: core/session.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['src/core/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: ['node:*', 'react', 'express', 'sharp'], message: 'core is pure.' }] },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'performance', 'Date'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Chance comes in through the door.' },
      ],
    },
  },
);
