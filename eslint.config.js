import vue from 'eslint-plugin-vue';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['dist/**', 'node_modules/**', '.data*/**', 'test-results/**'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    // Without types: reading them anew for each component took four times as long as all other files together. What
    // these two rules find in a component the compiler mostly finds too (a promise as a condition, a union not met).
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: tseslint.parser } },
  },
  {
    files: ['**/*.ts'],
    languageOptions: { parserOptions: { parser: tseslint.parser, projectService: true } },
    rules: {
      // A union that grows must be met wherever it is switched over, and no promise is lost where nobody awaits it.
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
    },
  },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      'no-console': 'error',
      eqeqeq: 'error',
      'no-restricted-syntax': ['error', { selector: 'TSEnumDeclaration', message: 'Use a union of words.' }],
      // Layout of templates is left to the writer: a block that reads as one line may be one.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'vue/no-v-html': 'error',
    },
  },
  {
    // What lies in a column is read by what says its shape and version (`server/platform/stored.ts`).
    files: ['server/**/*.ts'],
    ignores: ['server/platform/migrations/**', '**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: 'TSEnumDeclaration', message: 'Use a union of words.' },
        {
          selector: "TSAsExpression > CallExpression[callee.object.name='JSON'][callee.property.name='parse']",
          message: 'Read it by its `stored` value, or by a schema.',
        },
      ],
    },
  },
  {
    // The core decides by values handed to it: no clock, no chance, no reading or writing.
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'process', 'fetch', 'window', 'document', 'setTimeout', 'setInterval'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The time is an argument.' },
        { object: 'Math', property: 'random', message: 'Randomness is an argument.' },
      ],
    },
  },
  {
    files: ['**/*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        fetch: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
      },
    },
  },
);
