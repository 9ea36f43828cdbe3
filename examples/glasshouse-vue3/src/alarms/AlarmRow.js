import { defineComponent, h } from 'vue';
import Gauge from '../shared/Gauge.vue';

export default defineComponent({
  name: 'AlarmRow',
  props: { alarm: { type: Object, required: true }, units: { type: String, required: true } },
  emits: ['seen'],
  setup(props, { emit }) {
    return () =>
      h('li', [
        props.alarm.seen ? 'seen: ' : '',
        props.alarm.text,
        h(Gauge, { warmth: props.alarm.warmth, scale: props.units }),
        h('button', { onClick: () => emit('seen') }, 'Acknowledge'),
      ]);
  },
});
