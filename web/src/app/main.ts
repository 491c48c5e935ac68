import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { keepTheDoor } from './door'
import '@/ui/styles/main.css'

keepTheDoor(router)
createApp(App).use(createPinia()).use(router).mount('#app')

// Where the address is secure, the application opens without the server too. Elsewhere, on the studio's plain network, it works without that.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  void navigator.serviceWorker.register('/sw.js').catch(() => undefined)
