import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  base: '/build/',
  publicDir: false,
  build: {
    outDir: 'public/build',
    manifest: true,
    assetsInlineLimit: 0,
    rolldownOptions: { input: 'web/main.tsx' },
    chunkSizeWarningLimit: 1500,
  },
  test: { include: ['web/**/*.test.{ts,tsx}'], pool: 'threads' },
});
