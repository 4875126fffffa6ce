import tailwindcss from '@tailwindcss/vite';
import vue from '@vitejs/plugin-vue';
import laravel from 'laravel-vite-plugin';
import { dictionary } from '@zxcvbn-ts/language-common';
import { defineConfig, type Plugin } from 'vite';

/** Passwords that attackers try first, one a line, for App\Platform\Staff\KnownPasswords. */
const knownPasswords: Plugin = {
  name: 'known-passwords',
  apply: 'build',
  generateBundle() {
    this.emitFile({
      type: 'asset',
      fileName: 'known-passwords.txt',
      source: `\n${dictionary['passwords-common'].join('\n')}\n`,
    });
  },
};

export default defineConfig({
  plugins: [
    laravel({ input: ['resources/js/app.ts'] }),
    vue({ template: { compilerOptions: { whitespace: 'preserve' } } }),
    tailwindcss(),
    knownPasswords,
  ],
  resolve: { alias: { '@': '/resources/js' } },
  build: { target: 'es2022' },
});
