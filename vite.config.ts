import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { precompress } from './scripts/precompress';
import { preloadPage } from './scripts/preloadPage';

const API_PORT = process.env['API_PORT'] ?? '4400';

export default defineConfig({
  root: 'web',
  plugins: [
    react(),
    tailwindcss(),
    preloadPage('web/page.tsx'),
    precompress('dist/web/assets'),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'workers',
      filename: 'offline.ts',
      injectRegister: null,
      manifest: false,
      injectManifest: { globPatterns: ['**/*.{js,css,woff2,html,svg,png,webmanifest}'] },
    }),
  ],
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    sourcemap: false,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 700,
  },
  server: { port: 5173, proxy: { '/api': `http://127.0.0.1:${API_PORT}` } },
});
