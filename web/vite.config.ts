import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import react from '@vitejs/plugin-react'
import type { Plugin } from 'vite'
import { defineConfig } from 'vitest/config'

// zipped puts a compressed twin beside each script and style, so that the
// server need not compress them at each request. It reads what was written: before, the
// scripts are not yet as they will be.
function zipped(): Plugin {
  return {
    name: 'zipped',
    apply: 'build',
    writeBundle({ dir = '' }, bundle) {
      for (const name of Object.keys(bundle).filter((n) => /\.(js|css|svg)$/.test(n))) {
        writeFileSync(join(dir, name + '.gz'), gzipSync(readFileSync(join(dir, name)), { level: 9 }))
      }
    },
  }
}

export default defineConfig({
  plugins: [react(), zipped()],
  build: { emptyOutDir: true, assetsInlineLimit: 0, target: 'es2023', modulePreload: { polyfill: false } },
  css: { preprocessorOptions: { scss: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'] } } },
  server: { proxy: { '/api': 'http://localhost:8741' } },
  // one page for all files of a worker: to make one for each takes ten times as long as the tests
  test: { environment: 'happy-dom', isolate: false },
})
