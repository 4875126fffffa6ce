import vue from 'eslint-plugin-vue';
import ts from 'typescript-eslint';

export default ts.config(
  ...ts.configs.strict,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
  },
  {
    rules: {
      // Prettier lays out the templates; these would contradict it.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      // Pages are named for what they show.
      'vue/multi-word-component-names': 'off',
      // A property that is left out is undefined, and typed so.
      'vue/require-default-prop': 'off',
    },
  },
);
