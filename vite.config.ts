import tailwindcss from '@tailwindcss/vite';
import vue from '@vitejs/plugin-vue';
import laravel from 'laravel-vite-plugin';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [laravel({ input: ['resources/js/app.ts'] }), vue({ template: { compilerOptions: { whitespace: 'preserve' } } }), tailwindcss()],
  resolve: { alias: { '@': '/resources/js' } },
  build: { target: 'es2022' },
});
