import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  build: { outDir: 'dist', chunkSizeWarningLimit: 1600, license: { fileName: 'third-party-licenses.md' } },
  server: {
    proxy: {
      '/ui': process.env.HERALD_URL ?? 'http://127.0.0.1:8080',
      '/bench': process.env.HERALD_URL ?? 'http://127.0.0.1:8080',
    },
  },
  test: { environment: 'jsdom', include: ['src/**/*.test.{ts,tsx}'], setupFiles: ['src/test-setup.ts'] },
});
