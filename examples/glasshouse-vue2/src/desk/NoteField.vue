<template>
  <input :value="note" @input="$emit('update:note', $event.target.value)" />
</template>

<script>
export default {
  name: 'NoteField',
  props: { note: { type: String, required: true } },
};
</script>
