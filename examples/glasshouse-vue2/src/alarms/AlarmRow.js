import Gauge from '../shared/Gauge.vue';

export default {
  name: 'AlarmRow',
  props: { alarm: { type: Object, required: true }, units: { type: String, required: true } },
  render(h) {
    return h('li', [
      this.alarm.seen ? 'seen: ' : '',
      this.alarm.text,
      h(Gauge, { props: { warmth: this.alarm.warmth, scale: this.units } }),
      h('button', { on: { click: () => this.$emit('seen') } }, 'Acknowledge'),
    ]);
  },
};
