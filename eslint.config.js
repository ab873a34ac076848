import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import { packageRules } from './eslint.packages.js';

export default tseslint.config(
  { ignores: ['**/node_modules/', '**/dist/', 'var/', 'packages/server/drizzle/'] },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.strictTypeChecked],
    languageOptions: {
      parserOptions: { project: './tsconfig.lint.json', tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
      // Express and React take handlers that return promises; both are met by their own error paths.
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { arguments: false, attributes: false } },
      ],
      // Numbers and truths are written as everybody expects.
      '@typescript-eslint/restrict-template-expressions': [
        'error',
        { allowNumber: true, allowBoolean: true },
      ],
      // A short arrow that ends in a call says what it does; its value goes nowhere.
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      // Strings are spread on purpose where code points, not UTF-16 units, are counted or walked.
      '@typescript-eslint/no-misused-spread': 'off',
      // Two slow rules without a use here: there are no enums, and the private fields of our classes have the compiler refuse other objects.
      '@typescript-eslint/no-unsafe-enum-assignment': 'off',
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      // It does not see what another callback changes while this one waits: it calls "stopped?" after an await always false.
      '@typescript-eslint/no-unnecessary-condition': 'off',
      // Names that a library will drop are changed with the version that drops them, which the compiler then shows.
      '@typescript-eslint/no-deprecated': 'off',
      'no-constant-condition': ['error', { checkLoops: false }],
      eqeqeq: 'error',
    },
  },
  {
    files: ['packages/web/**/*.{ts,tsx}', 'packages/page/**/*.{ts,tsx}'],
    extends: [reactHooks.configs.flat.recommended],
  },
  {
    files: [
      'packages/web/**/*.tsx',
      'packages/web/**/use*.ts',
      'packages/page/**/*.tsx',
      'packages/page/**/use*.ts',
    ],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: ':not(ExpressionStatement):not(ForStatement) > UpdateExpression[prefix=false]',
          message: 'The compiler of components gives the value after the step, not the one before it.',
        },
      ],
    },
  },
  {
    files: ['**/*.test.{ts,tsx}', 'e2e/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'CallExpression[callee.name=/^(setTimeout|delay|sleep)$/] > Literal[value>100]',
          message:
            'A test waits for what it wants to see, not for a time: poll for it, or use stays() for what must not happen.',
        },
      ],
    },
  },
  ...packageRules,
  {
    files: ['**/*.{js,mjs}'],
    ignores: ['packages/web/public/', 'packages/page/public/', 'packages/formats/src/page/'],
    languageOptions: { globals: globals.node },
  },
  {
    files: ['packages/web/public/*.js', 'packages/page/public/*.js'],
    languageOptions: { globals: globals.serviceworker },
  },
  {
    files: ['packages/web/public/recorder-tap.js'],
    languageOptions: { globals: globals.audioWorklet },
  },
  {
    files: ['packages/formats/src/page/*.js', 'packages/page/public/hearing/*.js'],
    languageOptions: { globals: globals.browser },
  },
);
