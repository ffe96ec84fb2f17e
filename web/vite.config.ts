import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: { outDir: '../src/AnvilPlan.Server/wwwroot', emptyOutDir: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  test: {
    // a slow machine is no failure of what is tested
    testTimeout: 20_000,
    environment: 'jsdom',
    setupFiles: ['../tests/web/setup.ts'],
    unstubGlobals: true,
  },
  server: { fs: { allow: ['..'] }, proxy: { '/api': 'http://127.0.0.1:5180' } },
})
