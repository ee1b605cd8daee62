import js from '@eslint/js'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['dist', 'src/wire.d.ts', 'src/washes/wasm', 'src/fonts'] },
  js.configs.recommended,
  ...ts.configs.strict,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    languageOptions: {
      globals: {
        window: 'readonly',
        document: 'readonly',
        localStorage: 'readonly',
        fetch: 'readonly',
        location: 'readonly',
        navigator: 'readonly',
      },
    },
    rules: { 'no-undef': 'off', '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }] },
  },
  prettier,
)
