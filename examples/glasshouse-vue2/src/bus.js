import Vue from 'vue';

/** What is told across the whole desk. */
export const bus = new Vue();
