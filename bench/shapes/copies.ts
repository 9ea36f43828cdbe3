/** Objects that hold copies of themselves, in three families. */
import { each, PACKAGE, type Shape } from './shape';

/** An instance filled from copies of itself and read by keys chosen while it runs; each event writes it. */
export const copiesInReact: Shape = {
  name: 'copies of itself, React',
  size: 25,
  files: (size) => ({
    ...PACKAGE,
    'Desk.jsx': `import { Component } from 'react';
import { Board } from './Board';
export class Desk extends Component {
  state = { all: {}, picked: null };
${each(size, (i) => `  field${i} = null;`)}
${each(
  size,
  (i) => `  onEvent${i} = (event) => {
    const copy = { ...this };
    this.field${i} = { before: copy, event };
    this[event.kind] = Object.assign({}, this, { last: this.field${i} });
    this.setState({ all: { ...this.state.all, [event.kind]: this[event.other] } });
  };`,
)}
  read(key) {
    return this[key];
  }
  render() {
    return (
      <div>
${each(size, (i) => `        <Board value={this.field${i}} other={this.read('field${i}')} onEvent={this.onEvent${i}} />`)}
      </div>
    );
  }
}
`,
    'Board.jsx': `export function Board({ value, other, onEvent }) {
  return <button onClick={() => onEvent({ kind: value.kind })}>{other.label}</button>;
}
`,
  }),
};

export const copiesInVue: Shape = {
  name: 'copies of itself, Vue',
  size: 25,
  files: (size) => ({
    ...PACKAGE,
    'Desk.vue': `<template>
  <div>
${each(size, (i) => `    <Board :value="field${i}" :other="read('field${i}')" :rows="rows" @event="onEvent${i}" />`)}
  </div>
</template>
<script>
import Board from './Board.vue';
export default {
  components: { Board },
  data() {
    return {
      rows: [],
${each(size, (i) => `      field${i}: null,`)}
    };
  },
  methods: {
    read(key) {
      return this[key];
    },
    filter(rows) {
      return rows.filter((row) => row.open);
    },
    copy() {
      return { ...this };
    },
${each(
  size,
  (i) => `    onEvent${i}(event) {
      const before = this.copy();
      this.field${i} = { before, event, rows: this.filter(this.rows) };
      this[event.kind] = Object.assign({}, this, { last: this.field${i} });
      this.rows = this.rows.map((row) => ({ ...row, desk: this, value: this[row.kind] }));
      this.$emit('changed', this.field${i});
    },`,
)}
  },
};
</script>
`,
    'Board.vue': `<template><button @click="$emit('event', { kind: value.kind })">{{ other.label }}{{ rows.length }}</button></template>
<script>
export default { props: ['value', 'other', 'rows'], emits: ['event'] };
</script>
`,
  }),
};

export const copiesInSvelte: Shape = {
  name: 'copies of itself, Svelte',
  size: 25,
  files: (size) => ({
    ...PACKAGE,
    'Desk.svelte': `<script>
  import Board from './Board.svelte';
  let all = {};
${each(size, (i) => `  let field${i} = null;`)}
${each(
  size,
  (i) => `  function onEvent${i}(event) {
    field${i} = { before: { ...all }, event };
    all = { ...all, [event.detail.kind]: all[event.detail.other], last: { all, field: field${i} } };
  }`,
)}
</script>
${each(size, (i) => `<Board value={field${i}} other={all['field${i}']} {all} on:event={onEvent${i}} />`)}
`,
    'Board.svelte': `<script>
  import { createEventDispatcher } from 'svelte';
  export let value;
  export let other;
  export let all;
  const dispatch = createEventDispatcher();
</script>
<button on:click={() => dispatch('event', { kind: value.kind, other: all[value.kind] })}>{other.label}</button>
`,
  }),
};
