import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['dist', 'src/api/schema.d.ts', 'eslint.config.js'] },
  js.configs.recommended,
  ...tseslint.configs.strictTypeChecked,
  hooks.configs.flat.recommended,
  {
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      '@typescript-eslint/explicit-module-boundary-types': 'error',
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'JSXOpeningElement[name.name=/^(button|select|textarea|dialog)$/], ' +
            'JSXOpeningElement[name.name="input"]:not(:has(JSXAttribute[name.name="type"][value.value="file"]))',
          message: 'MUI, or PlainButton and Tick in parts/, under our theme.',
        },
        {
          selector:
            'CallExpression[callee.property.name=/^(invalidateQueries|removeQueries|setQueryData|cancelQueries)$/]',
          message: 'What a change makes stale is known to the file of its resource in api/.',
        },
      ],
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: 'api/client$',
              importNames: ['client', 'take'],
              message: 'The server is asked in api/, one file per resource.',
            },
          ],
        },
      ],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
    },
  },
  {
    files: ['src/api/**', 'src/testing/**', 'src/**/*.test.*'],
    rules: { 'no-restricted-imports': 'off', 'no-restricted-syntax': 'off' },
  },
  {
    files: ['src/api/**'],
    rules: {
      // queryOptions and useMutation carry the fetcher's type in their return type.
      '@typescript-eslint/explicit-module-boundary-types': 'off',
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^\\.\\./(?!browser|testing)',
              message: 'What asks the server knows nothing of what shows the answer.',
            },
          ],
        },
      ],
    },
  },
);
