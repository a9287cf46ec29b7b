import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  base: '/static/',
  plugins: [react(), tailwindcss()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: {
    manifest: 'manifest.json',
    assetsInlineLimit: 0,
    rollupOptions: {
      input: 'src/main.tsx',
      output: {
        // What every screen has is one file: each of many small ones costs its own head.
        advancedChunks: {
          groups: [
            {
              name: 'every',
              test: /src\/(words\/(?!help|people|amounts|en\/(help|people|amounts))|drawing\/(Hatches|JarDrawing)|document\/kinds|ui\/(Announcer|Button|Choice|focus|Head|inputs|LazyMenu|LinkButton|Main|Trouble|useFetched|useKeys)\b)/,
            },
          ],
        },
      },
    },
  },
});
