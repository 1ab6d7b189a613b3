import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** By which project a file is read: only that is built, and not all those before it. */
const projects = (files, ...project) => ({ files, languageOptions: { parserOptions: { project } } });

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '**/test-results/**',
      '.data/**',
      'scripts/**',
      '*.config.*',
      '.dependency-cruiser.cjs',
      '**/*.d.mts',
      'server/src/testing/*.mjs',
      'e2e/*.mjs',
      'core/assembly/**',
    ],
  },
  ...tseslint.configs.strictTypeChecked,
  {
    languageOptions: {
      parserOptions: {
        tsconfigRootDir: import.meta.dirname,
      },
    },
    linterOptions: { reportUnusedDisableDirectives: true },
    rules: {
      '@typescript-eslint/restrict-template-expressions': [
        'error',
        { allowNumber: true, allowBoolean: true, allowNullish: true },
      ],
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true, allowEmpty: true, allowStaticOnly: true }],
      '@typescript-eslint/no-confusing-void-expression': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-unused-expressions': 'off',
      '@typescript-eslint/no-meaningless-void-operator': 'off',
      '@typescript-eslint/non-nullable-type-assertion-style': 'off',
      '@typescript-eslint/no-unnecessary-type-parameters': 'off',
      '@typescript-eslint/no-base-to-string': 'off',
      '@typescript-eslint/no-misused-spread': 'off',
      '@typescript-eslint/unified-signatures': 'off',
      '@typescript-eslint/dot-notation': 'off',
      '@typescript-eslint/no-unnecessary-condition': ['error', { allowConstantLoopConditions: true }],
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
    },
  },
  ...['core', 'contract', 'county'].map((name) => projects([`${name}/**/*.ts`], `${name}/tsconfig.json`, 'tsconfig.tests.json')),
  projects(['web/worker/**/*.ts'], 'web/worker/tsconfig.json'),
  projects(['server/**/*.ts'], 'server/tsconfig.tests.json'),
  projects(['web/{src/**/*.{ts,tsx},vite.config.ts}'], 'web/tsconfig.json'),
  ...['e2e', 'bench'].map((name) => projects([`${name}/**/*.ts`], `${name}/tsconfig.json`)),
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks, 'jsx-a11y': jsxA11y },
    rules: {
      ...reactHooks.configs.recommended.rules,
      'react-hooks/incompatible-library': 'off',
      ...jsxA11y.flatConfigs.recommended.rules,
      // what opens to be typed into takes the focus; what scrolls can be scrolled by the keyboard; a list's options are
      // pointed at by its field (aria-activedescendant)
      'jsx-a11y/no-autofocus': 'off',
      'jsx-a11y/no-noninteractive-tabindex': 'off',
      'jsx-a11y/interactive-supports-focus': 'off',
      'jsx-a11y/click-events-have-key-events': 'off',
      'jsx-a11y/no-static-element-interactions': 'off',
      'jsx-a11y/label-has-associated-control': [
        'error',
        { controlComponents: ['Input', 'Input.TextArea', 'InputNumber', 'Select', 'DatePicker'] },
      ],
    },
  },
  {
    files: ['**/*.test.{ts,tsx}', '**/testing/**', 'e2e/**', 'bench/**'],
    rules: { '@typescript-eslint/no-unsafe-assignment': 'off', 'no-console': 'off' },
  },
);
