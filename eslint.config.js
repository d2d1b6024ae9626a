import js from '@eslint/js';
import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['web/api/schema.d.ts', 'web/api/rig.d.ts', 'public', 'var', 'vendor'] },
  js.configs.recommended,
  tseslint.configs.strictTypeChecked,
  a11y.flatConfigs.recommended,
  {
    files: ['web/**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true } },
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      'jsx-a11y/no-noninteractive-tabindex': [
        'error',
        { roles: ['tabpanel', 'region', 'document', 'listbox'], tags: [] },
      ],
      'max-len': ['error', { code: 160, ignoreStrings: true, ignoreTemplateLiterals: true }],
      'max-lines': ['error', { max: 260, skipBlankLines: true, skipComments: true }],
    },
  },
);
