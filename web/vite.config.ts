import tailwindcss from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { fileURLToPath, URL } from 'node:url'
import { defineConfig } from 'vitest/config'

const server = `http://127.0.0.1:${process.env.INK_LAMP_PORT ?? '7410'}`

export default defineConfig({
  plugins: [vue(), tailwindcss()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  // The policy of the served page allows no data: fonts or scripts.
  build: { assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  server: {
    host: '127.0.0.1',
    proxy: {
      // The server takes writes only from its own pages: in development this server speaks for them.
      '/api': { target: server, changeOrigin: true, headers: { origin: server } },
    },
  },
  test: { environment: 'happy-dom' },
})
