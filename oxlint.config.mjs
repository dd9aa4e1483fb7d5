// The house: twelve wings, and the rooms in each; a wing or room may import those before it, never those behind it.
const wings = {
  format: [],
  number: ['quantity', 'arithmetic'],
  structure: ['nodes', 'reduction', 'exchange', 'stages'],
  network: [],
  solution: ['supply', 'expansion', 'compiled', 'checks'],
  worksheet: ['explain', 'method', 'derivation', 'worked', 'rounding', 'reveal', 'thread', 'whatif', 'analysis'],
  picture: ['drawing', 'staircase', 'ink'],
  entry: ['formula', 'sketch'],
  bench: ['circuit', 'tolerance', 'meter', 'plan', 'readings', 'diagnosis', 'standin'],
  learner: ['answer', 'slip', 'attempt', 'task', 'skill'],
  report: ['contents', 'writing'],
  kept: [],
}

/** Forbids imports by pattern. */
const forbid = (files, patterns, message) => ({
  files,
  excludeFiles: ['**/*.test.{ts,tsx}'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...patterns.map((group) => ({ group: [group].flat(), message })),
          { group: ['@/core/*/**'], message: 'Import a wing of the core by its index, as @/core/structure.' },
        ],
      },
    ],
  },
})

const coreOnly = {
  group: ['*', '!.*', '!.*/**', '!fraction.js', '!ml-matrix', '!ts-fsrs', '!pure-rand/**'],
  message: 'The core imports only the core, fraction.js, ml-matrix, ts-fsrs and pure-rand.',
}

const handlers = ['onClick', 'onMouseDown', 'onMouseUp', 'onKeyDown', 'onKeyUp']

export default {
  plugins: ['typescript', 'react', 'jsx-a11y', 'import'],
  ignorePatterns: ['.next/', 'next-env.d.ts', 'test-results/', 'playwright-report/', 'data/'],
  categories: { correctness: 'error' },
  rules: {
    eqeqeq: 'error',
    'import/no-cycle': ['error', { ignoreTypes: false }],
    'no-case-declarations': 'error',
    'no-empty': 'error',
    'no-fallthrough': 'error',
    'no-prototype-builtins': 'error',
    'no-regex-spaces': 'error',
    'no-unexpected-multiline': 'error',
    'no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_', ignoreRestSiblings: true }],
    'no-var': 'error',
    'prefer-const': 'error',
    'prefer-rest-params': 'error',
    'prefer-spread': 'error',
    'react/rules-of-hooks': 'error',
    'react/unsupported-syntax': 'error',
    'typescript/ban-ts-comment': 'error',
    'typescript/no-empty-object-type': 'error',
    'typescript/no-explicit-any': 'error',
    'typescript/no-namespace': 'error',
    'typescript/no-non-null-assertion': 'error',
    'typescript/no-require-imports': 'error',
    'typescript/no-unnecessary-type-constraint': 'error',
    'typescript/no-unsafe-function-type': 'error',
    // A focus that passes through is no interaction, and a role may depend on what the element is used for.
    'jsx-a11y/no-noninteractive-element-interactions': ['error', { handlers }],
    'jsx-a11y/no-static-element-interactions': ['error', { handlers, allowExpressionValues: true }],
    // An SVG has roles and no tags for them; a word that comes is read aloud by its role.
    'jsx-a11y/prefer-tag-over-role': 'off',
  },
  overrides: [
    {
      files: ['src/core/**/*.ts'],
      excludeFiles: ['**/*.test.ts'],
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
        {
          regex: '^([.]{2}/)+core(/|$)|^([.]{2}/)+$|^[.]{2}$',
          message: 'Import a wing by its index, as ../../number.',
        },
        {
          regex: `^([.]{2}/)+(${Object.keys(wings).join('|')})/`,
          message: 'Import another wing by its index, as ../../number.',
        },
        coreOnly,
      ]
      const rule = (files, patterns) => ({
        files,
        excludeFiles: ['**/*.test.ts'],
        rules: { 'no-restricted-imports': ['error', { patterns }] },
      })
      return [
        rule([`src/core/${wing}/*.ts`], behind),
        // A small room is one file.
        ...rooms.map((room, k) =>
          rule(
            [`src/core/${wing}/${room}.ts`],
            [
              ...rooms.slice(k + 1).map((other) => ({
                regex: `^[.]/${other}(/|$)`,
                message: `${room} may not import ${other}, which is built upon it.`,
              })),
              ...behind,
            ],
          ),
        ),
        ...rooms.map((room, k) =>
          rule(
            [`src/core/${wing}/${room}/**/*.ts`],
            [
              ...rooms.slice(k + 1).map((other) => ({
                regex: `^[.]{2}/${other}(/|$)`,
                message: `${room} may not import ${other}, which is built upon it.`,
              })),
              { regex: '^[.]{2}/[a-z]+/', message: 'Import another room by its index, as ../quantity.' },
              ...behind,
            ],
          ),
        ),
      ]
    }),
    forbid(
      ['src/ui/**'],
      [['@/db', '@/db/**', '@/server/**', '@/app/**', '@/features/**']],
      'Widgets know neither screens nor the database.',
    ),
    ...['logbook', 'work', 'draw', 'bench', 'practice', 'report'].map((feature) =>
      forbid(
        [`src/features/${feature}/**`],
        [['@/db', '@/db/**', '@/server/**', '@/app/**', '@/features/**']],
        'A screen imports ui and core; what two screens share moves there, and only app and db touch the database.',
      ),
    ),
    forbid(['src/db/**'], [['@/app/**', '@/server/**', '@/features/**', '@/ui/**']], 'The database knows no screens.'),
    forbid(['src/server/**'], [['@/app/**', '@/features/**', '@/ui/**']], 'What answers requests knows no screens.'),
    forbid(
      ['src/workers/**', 'src/cli/**'],
      [['@/db', '@/db/**', '@/server/**', '@/app/**', '@/features/**', '@/ui/**']],
      'A thin door into the core.',
    ),
  ],
}
