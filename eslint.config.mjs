import { defineConfig, globalIgnores } from 'eslint/config';
import regexp from 'eslint-plugin-regexp';
import { parser } from 'typescript-eslint';

const typed = ['src/**/*.{ts,tsx}', 'tests/**/*.ts', 'scripts/**/*.ts'];
/** A literal is written as a literal: spread, it hides misspelt keys from the compiler. `{ ...base, key }` is another thing. */
const PLAIN = [
  ...['ObjectExpression', 'ArrayExpression'].flatMap((literal) =>
    ['', 'TSAsExpression > ', 'TSSatisfiesExpression > '].map((cast) => ({
      selector: `:matches(SpreadElement, JSXSpreadAttribute) > ${cast}${literal}`,
      message: 'Write its keys or elements where they belong; a literal is not spread.',
    })),
  ),
  {
    selector: "CallExpression[callee.name='dynamic'][arguments.length=1]",
    message: 'Without `loading` the whole page goes while a part of it loads: { loading: () => null }.',
  },
  {
    selector:
      ":matches(CallExpression[callee.property.name=/^(assign|replace)$/][callee.object.property.name='location'], AssignmentExpression[left.object.property.name='location'])",
    message: 'A whole page is not fetched anew to go somewhere: useRouter.',
  },
];
/** The rooms of core and of server from the ground up: a room imports what lies below it, never what lies above. */
const CORE = [
  'calendar',
  'trade',
  'units',
  'weather',
  'ground',
  'lawn',
  'weeds',
  'products',
  'records',
  'facts',
  'gates',
  'barrier',
  'follow-ups',
  'season',
  'mixing',
  'day',
  'stop',
  'rehearsal',
];
const SERVER = [
  'log',
  'facts',
  'queue',
  'entry',
  'people',
  'products',
  'soil',
  'mixing',
  'day',
  'rehearsal',
  'imports',
  'records',
  'settings',
  'programme',
  'stop',
  'lawns',
  'season',
  'house',
  'worker',
];
const TABLES = { regex: '^@/data/schema', message: 'Tables are asked in src/data alone.' };
/** Words and facts do not know each other: screens bring them together. */
const BACK_OF_SERVER = [
  { regex: '^@/(app|ui)(/|$)', message: 'Words are said by src/ui, in src/app.' },
  TABLES,
];
const BACK_OF_UI = [{ regex: '^@/(app|server|workers)(/|$)', message: 'This arrow points back.' }, TABLES];
const corePurity = (regex) => ({
  'no-restricted-imports': [
    'error',
    {
      patterns: [
        {
          regex,
          message:
            'src/core is pure and has floors: it imports ./… and rooms of @/core/… below, nothing else.',
        },
      ],
    },
  ],
  'no-restricted-syntax': [
    'error',
    ...PLAIN,
    { selector: 'ImportExpression', message: 'src/core is pure: no dynamic import.' },
    {
      selector: "NewExpression[callee.name='Date'][arguments.length=0]",
      message: 'src/core is pure: the clock is an argument.',
    },
    {
      selector: "MemberExpression[object.name='Date'][property.name='now']",
      message: 'The clock is an argument.',
    },
    { selector: "MemberExpression[object.name='Math'][property.name='random']", message: 'Pass a seed.' },
  ],
  'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'localStorage', 'require'],
});

export default defineConfig([
  globalIgnores([
    '.next/**',
    'node_modules/**',
    'next-env.d.ts',
    'drizzle/**',
    'public/**',
    '.data*/**',
    'coverage/**',
    '**/*.d.mts',
  ]),
  // all published rules but these are asked by oxlint (.oxlintrc.json), in a tenth of the time
  { files: typed, languageOptions: { parser } },
  { rules: { 'no-restricted-syntax': ['error', ...PLAIN] } },
  {
    // a pattern that goes back over what it has read lets one cell of a file hold up everybody
    files: ['src/**/*.{ts,tsx}'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': 'error',
    },
  },
  { files: ['src/core/**/*.{ts,tsx}'], ignores: ['src/core/**/*.test.ts'], rules: corePurity('^') },
  ...CORE.map((room, floor) => ({
    files: [`src/core/${room}/**/*.{ts,tsx}`],
    ignores: ['**/*.test.ts'],
    rules: corePurity(`^(?!\\./|@/core/(?:group$|(?:${CORE.slice(0, floor + 1).join('|')})/))|\\.\\.`),
  })),
  {
    // the arrows of the house: app → server → data → core, app → ui → core, devices → core; never back
    files: ['src/data/**', 'src/devices/**', 'src/formats/**', 'src/geometry/**', 'src/threads/**'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^@/(app|ui|server|workers)', message: 'This arrow points back.' }] },
      ],
    },
  },
  {
    files: ['src/app/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        { paths: [{ name: 'next/link', message: 'Take Link of @/ui/link: it asks for nothing unasked.' }] },
      ],
    },
  },
  {
    files: ['src/ui/**'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-imports': ['error', { patterns: BACK_OF_UI }] },
  },
  ...SERVER.map((room, floor) => ({
    files: [`src/server/${room}{.ts,/**}`],
    ignores: ['**/*.test.ts', 'src/server/entry/auth.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...BACK_OF_SERVER,
            ...(floor + 1 < SERVER.length
              ? [
                  {
                    regex: `^(?:@/server|\\.{1,2})/(?:${SERVER.slice(floor + 1).join('|')})(?:/|$)`,
                    message: 'This room lies above: see SERVER.',
                  },
                ]
              : []),
          ],
        },
      ],
    },
  })),
  {
    // the sign-in library asks its own tables
    files: ['src/server/entry/auth.ts'],
    rules: { 'no-restricted-imports': 'off' },
  },
]);
