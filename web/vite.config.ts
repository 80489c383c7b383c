import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { VitePWA } from 'vite-plugin-pwa';
import { defineConfig } from 'vitest/config';

// The host stays as the page asked for it: the server takes changes from its own page only.
const served = { target: 'http://127.0.0.1:8018', changeOrigin: false };

// The page is kept by the browser and put on a phone's first screen.
const kept = VitePWA({
  strategies: 'injectManifest',
  srcDir: 'src',
  filename: 'worker.ts',
  injectRegister: false,
  injectManifest: { globPatterns: ['**/*.{js,css,html,svg,woff2}'] },
  manifest: {
    name: 'Patient Sparrow',
    short_name: 'Sparrow',
    description: 'A field book for a few beds.',
    start_url: '/',
    display: 'standalone',
    background_color: '#f5efe3',
    theme_color: '#f5efe3',
    icons: [{ src: '/sparrow.svg', sizes: 'any', type: 'image/svg+xml' }],
  },
});

export default defineConfig({
  plugins: [tailwindcss(), svelte(), kept],
  // Fonts and pictures stay files: the page's policy allows no data from elsewhere, and files are cached.
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 400 },
  // What is not the page's goes to the server that `cargo xtask dev` runs.
  server: { proxy: { '/api': served, '/calendar': served } },
  test: { include: ['src/**/*.test.ts'] },
});
