import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { defineConfig } from 'vite'

/** What the built application is made of: names of assets carry a hash of what is in them, the page needs one beside it. */
export function files(dist: string) {
  const page = createHash('sha256')
    .update(readFileSync(`${dist}/index.html`))
    .digest('hex')
    .slice(0, 16)
  const assets = readdirSync(`${dist}/assets`).filter((name) => /\.(js|css|woff2)$/.test(name))
  return [{ url: '/', revision: page }, ...assets.sort().map((name) => ({ url: `/assets/${name}`, revision: null }))]
}

// The worker is a file of its own, built after the application that it keeps.
export default defineConfig({
  publicDir: false,
  define: { __FILES__: JSON.stringify(files('dist')), 'process.env.NODE_ENV': '"production"' },
  build: { target: 'es2022', emptyOutDir: false, lib: { entry: 'src/sw.ts', formats: ['iife'], name: 'worker', fileName: () => 'sw.js' } },
})
