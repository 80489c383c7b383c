import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [tailwindcss(), svelte()],
  // Fonts and pictures stay files: the page's policy allows no data from elsewhere, and files are cached.
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 400 },
  server: { proxy: { '/api': 'http://127.0.0.1:8017' } },
});
