<template>
  <Panel title="Tonight">
    <template #head="{ folded }">
      <small>{{ folded ? 'folded' : house.name }}</small>
    </template>
    <AmountField v-model="amount" />
    <NoteField :note.sync="note" />
    <StaleNote :note="note" />
    <p>{{ amount }} litres: {{ note }}</p>
    <MistNote ref="mist" />
    <button @click="clear">Clear</button>
  </Panel>
</template>

<script>
import Panel from '../shared/Panel.vue';
import AmountField from './AmountField.vue';
import MistNote from './MistNote.vue';
import NoteField from './NoteField.vue';
import StaleNote from './StaleNote.vue';

export default {
  name: 'PlanForm',
  components: { AmountField, MistNote, NoteField, Panel, StaleNote },
  props: { house: { type: Object, required: true } },
  data() {
    return { amount: 2, note: 'mist twice' };
  },
  methods: {
    clear() {
      this.$refs.mist.clear();
    },
  },
};
</script>
