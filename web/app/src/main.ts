import '@fontsource-variable/figtree'
import '@fontsource-variable/bricolage-grotesque'
import 'vuetify/styles'
import './styles.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { createWebHistory } from 'vue-router'
import { makeRouter } from './router'
import { useNotice } from './shared/useNotice'
import { vuetify } from './theme'

const app = createApp(App)
  .use(createPinia())
  .use(makeRouter(createWebHistory('/app/')))
  .use(vuetify)
const notice = useNotice()
app.config.errorHandler = notice.tell
window.addEventListener('unhandledrejection', (event) => notice.tell(event.reason))
app.mount('#app')
