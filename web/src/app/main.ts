import '@fontsource-variable/atkinson-hyperlegible-next/index.css'
import '@fontsource-variable/atkinson-hyperlegible-mono/index.css'
import './tokens.css'
import './place.css'
import { createApp } from 'vue'
import { createPinia } from 'pinia'
import App from './App.vue'
import { router } from './router'
import { start } from './start'

const app = createApp(App).use(createPinia())
await start()
app.use(router).mount('#app')
