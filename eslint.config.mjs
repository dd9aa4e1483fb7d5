import js from '@eslint/js'
import jsxA11y from 'eslint-plugin-jsx-a11y'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

// The house: ten wings, and the rooms in each; a wing or room may import those before it, never those behind it.
const wings = {
  number: ['quantity', 'arithmetic'],
  structure: ['nodes', 'reduction', 'exchange', 'stages'],
  network: [],
  solution: ['supply', 'expansion', 'compiled', 'checks'],
  worksheet: ['explain', 'method', 'derivation', 'worked', 'rounding', 'reveal', 'thread', 'whatif', 'analysis'],
  picture: ['drawing', 'staircase'],
  entry: ['formula', 'sketch'],
  bench: ['circuit', 'tolerance', 'meter', 'plan', 'readings', 'diagnosis', 'standin'],
  learner: ['answer', 'slip', 'attempt', 'task', 'skill'],
  report: ['ink', 'contents', 'writing'],
}

/** Forbids imports by pattern. */
const forbid = (files, patterns, message) => ({
  files,
  ignores: ['**/*.test.{ts,tsx}'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...patterns.map((group) => ({ group: [group].flat(), message })),
          { group: ['@/core/*/*'], message: 'Import a wing of the core by its door, as @/core/structure.' },
        ],
      },
    ],
  },
})

const coreOnly = {
  regex: '^(?![.]{1,2}(/|$)|fraction[.]js$|yup$|ml-matrix$|ts-fsrs$|pure-rand/)',
  message: 'The core imports only the core, fraction.js, yup, ml-matrix, ts-fsrs and pure-rand.',
}

export default tseslint.config(
  { ignores: ['.next/', 'node_modules/', 'next-env.d.ts', 'test-results/', 'playwright-report/', 'data/'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { varsIgnorePattern: '^_', argsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      eqeqeq: 'error',
    },
  },
  {
    files: ['scripts/*.mjs'],
    languageOptions: {
      globals: { process: 'readonly', console: 'readonly', setTimeout: 'readonly', fetch: 'readonly' },
    },
  },
  { files: ['src/**/*.tsx', 'src/features/**/*.ts'], ...reactHooks.configs.flat.recommended },
  { files: ['src/**/*.tsx'], ...jsxA11y.flatConfigs.recommended },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [coreOnly] }],
    },
  },
  ...Object.entries(wings).flatMap(([wing, rooms], i) => {
    const later = Object.keys(wings).slice(i + 1)
    const behind = [
      ...later.map((other) => ({
        regex: `^([.]{2}/)+${other}(/|$)`,
        message: `${wing} may not import ${other}, which is built upon it.`,
      })),
      { regex: '^([.]{2}/)+core(/|$)|^([.]{2}/)+$|^[.]{2}$', message: 'Import a wing by its door, as ../../number.' },
      {
        regex: `^([.]{2}/)+(${Object.keys(wings).join('|')})/`,
        message: 'Import another wing by its door, as ../../number.',
      },
      coreOnly,
    ]
    const rule = (files, patterns) => ({
      files,
      ignores: ['**/*.test.ts'],
      rules: { 'no-restricted-imports': ['error', { patterns }] },
    })
    return [
      rule([`src/core/${wing}/*.ts`], behind),
      ...rooms.map((room, k) =>
        rule(
          [`src/core/${wing}/${room}/**/*.ts`],
          [
            ...rooms.slice(k + 1).map((other) => ({
              regex: `^[.]{2}/${other}(/|$)`,
              message: `${room} may not import ${other}, which is built upon it.`,
            })),
            { regex: '^[.]{2}/[a-z]+/', message: 'Import another room by its door, as ../quantity.' },
            ...behind,
          ],
        ),
      ),
    ]
  }),
  forbid(
    ['src/ui/**'],
    [['@/db', '@/db/*', '@/server/*', '@/app/*', '@/features/*']],
    'Widgets know neither screens nor the database.',
  ),
  ...['logbook', 'work', 'draw', 'bench', 'practice', 'report'].map((feature) =>
    forbid(
      [`src/features/${feature}/**`],
      [['@/db', '@/db/*', '@/server/*', '@/app/*', '@/features/*']],
      'A screen imports ui and core; what two screens share moves there, and only app and db touch the database.',
    ),
  ),
  forbid(['src/db/**'], [['@/app/*', '@/server/*', '@/features/*', '@/ui/*']], 'The database knows no screens.'),
  forbid(['src/server/**'], [['@/app/*', '@/features/*', '@/ui/*']], 'What answers requests knows no screens.'),
  forbid(
    ['src/workers/**', 'src/cli/**'],
    [['@/db', '@/db/*', '@/server/*', '@/app/*', '@/features/*', '@/ui/*']],
    'A thin door into the core.',
  ),
)
