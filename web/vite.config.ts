import tailwindcss from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { fileURLToPath, URL } from 'node:url'
import { VitePWA } from 'vite-plugin-pwa'
import { compression } from 'vite-plugin-compression2'
import { defineConfig } from 'vitest/config'

/** Tells answers of one shape from those of another. */
const answers = createHash('sha256')
  .update(readFileSync(new URL('src/api/openapi.json', import.meta.url)))
  .digest('hex')

const server = `http://127.0.0.1:${process.env.INK_LAMP_PORT ?? '7410'}`

export default defineConfig({
  // What is sent is compressed once, here: the server has both forms beside the plain one.
  plugins: [
    vue(),
    tailwindcss(),
    // Put on the home screen of a phone, the application opens without the server. Served pages are asked for first: an older one is only shown
    // where there is no newer. What is asked of the API never goes through here.
    VitePWA({
      filename: 'sw.js',
      injectRegister: null,
      registerType: 'autoUpdate',
      manifest: {
        name: 'Ink Lamp',
        short_name: 'Ink Lamp',
        description: 'Lights metered, set and kept: the exact next move on each dial.',
        start_url: '/',
        display: 'standalone',
        background_color: '#0b0b0b',
        theme_color: '#0b0b0b',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
      workbox: {
        inlineWorkboxRuntime: true,
        navigateFallback: null,
        globPatterns: ['**/*.{js,css,svg}', 'assets/{encode-sans,literata}{,-f,-italic}-????????.woff2'],
        runtimeCaching: [
          {
            urlPattern: ({ request, url }) => request.mode === 'navigate' && !url.pathname.startsWith('/api'),
            handler: 'NetworkFirst',
            options: {
              cacheName: 'ink-lamp-page',
              networkTimeoutSeconds: 5,
              plugins: [{ cacheKeyWillBeUsed: async () => '/' }],
            },
          },
        ],
      },
    }),
    compression({
      include: /\.(?:js|css|html|svg|webmanifest)$/,
      algorithms: ['brotliCompress', 'gzip'],
      threshold: 512,
    }),
  ],
  define: { __ANSWERS__: JSON.stringify(answers.slice(0, 12)) },
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  // The policy of the served page allows no data: fonts or scripts.
  build: {
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    // A phone fetches six files at a time and waits for each round: what several views share comes in a few files.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'vue', test: /node_modules\/(?:@vue|@vueuse|vue|vue-router|pinia)\//, priority: 3 },
            { name: 'packages', test: /node_modules\//, priority: 2, minShareCount: 9 },
            { name: 'shared', test: /\/src\/(?:api|draw|forms|look|ui)\//, priority: 1, minShareCount: 10 },
          ],
        },
      },
    },
  },
  server: {
    host: '127.0.0.1',
    proxy: {
      // The server takes writes only from its own pages: in development this server speaks for them.
      '/api': { target: server, changeOrigin: true, headers: { origin: server } },
    },
  },
  // A machine that is shared may stand still for seconds, and no test is about speed.
  test: { environment: 'happy-dom', testTimeout: 120_000, hookTimeout: 120_000 },
})
