import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

// The host stays as the page asked for it: the server takes changes from its own page only.
const served = { target: 'http://127.0.0.1:8018', changeOrigin: false };

export default defineConfig({
  plugins: [tailwindcss(), svelte()],
  // Fonts and pictures stay files: the page's policy allows no data from elsewhere, and files are cached.
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 400 },
  // What is not the page's goes to the server that `cargo xtask dev` runs.
  server: { proxy: { '/api': served, '/calendar': served } },
  test: { include: ['src/**/*.test.ts'] },
});
