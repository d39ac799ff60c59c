import { gzipSync } from 'node:zlib'
import react from '@vitejs/plugin-react'
import type { Plugin } from 'vite'
import { defineConfig } from 'vitest/config'

// zipped puts a compressed twin beside each script and style, so that the
// server need not compress them at each request.
function zipped(): Plugin {
  return {
    name: 'zipped',
    apply: 'build',
    generateBundle(_, bundle) {
      for (const [name, part] of Object.entries(bundle)) {
        if (!/\.(js|css|svg)$/.test(name)) continue
        const text = part.type === 'chunk' ? part.code : part.source
        this.emitFile({ type: 'asset', fileName: name + '.gz', source: gzipSync(text, { level: 9 }) })
      }
    },
  }
}

export default defineConfig({
  plugins: [react(), zipped()],
  build: { emptyOutDir: true, assetsInlineLimit: 0 },
  css: { preprocessorOptions: { scss: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'] } } },
  server: { proxy: { '/api': 'http://localhost:8741' } },
  // one page for all files of a worker: to make one for each takes ten times as long as the tests
  test: { environment: 'happy-dom', isolate: false },
})
