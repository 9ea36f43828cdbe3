import Vue from 'vue';
import App from './App.vue';
import GrowLamp from './shared/GrowLamp.vue';

Vue.component('grow-lamp', GrowLamp);

new Vue({ render: (h) => h(App) }).$mount('#app');
