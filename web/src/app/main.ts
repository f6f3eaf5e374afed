import '@fontsource-variable/atkinson-hyperlegible-next/index.css'
import '@fontsource-variable/atkinson-hyperlegible-mono/index.css'
import './tokens.css'
import './place.css'
import { createApp } from 'vue'
import { createPinia } from 'pinia'
import App from './App.vue'
import { router } from './router'
import { breathe } from '../data/breathe'
import { start } from './start'

// what was read in just now ran as one task; the start is another
await breathe()
const app = createApp(App).use(createPinia())
// a link to a job or a place is followed all the same
if ((await start()) && location.pathname === '/' && !location.search) await router.replace('/welcome')
app.use(router)
// the place is known before anything is laid out, so that nothing moves when it comes
await router.isReady()
app.mount('#app')
