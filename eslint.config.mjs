import js from '@eslint/js'
import importX from 'eslint-plugin-import-x'
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript'
import jsxA11y from 'eslint-plugin-jsx-a11y'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

// The house: a core folder may import those before it in this list, never those behind it.
const core = [
  'quantity',
  'arithmetic',
  'network',
  'nodes',
  'reduction',
  'formula',
  'supply',
  'expansion',
  'exchange',
  'checks',
  'explain',
  'drawing',
  'sketch',
  'attempt',
]

/** Forbids imports by pattern. */
const forbid = (files, patterns, message) => ({
  files,
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...patterns.map((group) => ({ group: [group].flat(), message })),
          { group: ['@/core/*/*'], message: 'Import a core folder by its index, as @/core/nodes.' },
        ],
      },
    ],
  },
})

const coreOnly = {
  regex: '^(?![.]{1,2}(/|$)|fraction[.]js$|yup$)',
  message: 'The core imports only the core, fraction.js and yup.',
}

export default tseslint.config(
  { ignores: ['.next/', 'node_modules/', 'next-env.d.ts', 'test-results/', 'playwright-report/', 'data/'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    plugins: { 'import-x': importX },
    settings: { 'import-x/resolver-next': [createTypeScriptImportResolver()] },
    rules: {
      'import-x/no-cycle': 'error',
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
  ...core.map((folder, i) => ({
    files: [`src/core/${folder}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...core.slice(i + 1).map((later) => ({
              group: [`../${later}`, `../${later}/*`],
              message: `${folder} may not import ${later}, which is built upon it.`,
            })),
            { regex: '^\\.\\.(/[^/]+/.+)?$', message: 'Import another core folder by its index, as ../nodes.' },
            coreOnly,
          ],
        },
      ],
    },
  })),
  forbid(
    ['src/ui/**'],
    [['@/db', '@/db/*', '@/server/*', '@/app/*', '@/features/*']],
    'Widgets know neither screens nor the database.',
  ),
  ...['logbook', 'work', 'draw'].map((feature) =>
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
