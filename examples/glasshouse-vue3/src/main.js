import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import GrowLamp from './shared/GrowLamp.vue';

const app = createApp(App);
app.use(createPinia());
app.component('grow-lamp', GrowLamp);
app.mount('#app');
