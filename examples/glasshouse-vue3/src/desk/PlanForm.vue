<script setup>
import { ref } from 'vue';
import Panel from '../shared/Panel.vue';
import AmountField from './AmountField.vue';
import NoteField from './NoteField.vue';
import StaleNote from './StaleNote.vue';

defineProps({ house: { type: Object, required: true } });
const amount = ref(2);
const note = ref('mist twice');
</script>

<template>
  <Panel title="Tonight">
    <template #head="{ folded }">
      <small>{{ folded ? 'folded' : house.name }}</small>
    </template>
    <AmountField v-model="amount" />
    <NoteField v-model:note="note" />
    <StaleNote :note="note" />
    <p>{{ amount }} litres: {{ note }}</p>
  </Panel>
</template>
