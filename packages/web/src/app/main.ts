// Entry: fonts, styles, store, routes.
import './csp-nonce.ts';
import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/atkinson-hyperlegible-mono/wght.css';
import '@fontsource-variable/bitter/wght.css';
import '../styles/tokens.css';
import '../styles/base.css';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { router } from './router.ts';
import { tellUnexpected } from './unexpected.ts';

const app = createApp(App);
tellUnexpected(app, router);
app.use(createPinia()).use(router).mount('#app');
