/** Functions and classes that make, call and mix one another. */
import { each, PACKAGE, type Shape } from './shape';

/** Functions that make things by calling functions that make things, each called in many places. */
export const factories: Shape = {
  name: 'factories in factories',
  size: 8,
  files: (size) => ({
    ...PACKAGE,
    'factories.js': `import { useState } from 'react';
export function useField() {
  const [value, setValue] = useState(null);
  return { value, setValue };
}
export function useRow() {
  return { ${each(size, (i) => `cell${i}: useField()`, ', ')} };
}
export function useTable() {
  return { ${each(size, (i) => `row${i}: useRow()`, ', ')} };
}
export function useBook() {
  return { ${each(size, (i) => `table${i}: useTable()`, ', ')} };
}
`,
    'App.jsx': `import { useBook } from './factories';
import { Sheet } from './Sheet';
export function App() {
${each(size, (i) => `  const book${i} = useBook();`)}
  return <main>${each(size, (i) => `<Sheet book={book${i}} />`, '')}</main>;
}
`,
    'Sheet.jsx': `export function Sheet({ book }) {
  return <b onClick={() => book.table0.row0.cell0.setValue(1)}>{book.table0.row0.cell0.value}</b>;
}
`,
  }),
};

/** Helpers that call each other in a circle. */
export const circles: Shape = {
  name: 'functions that call each other',
  size: 25,
  files: (size) => ({
    ...PACKAGE,
    'walk.js': `${each(
      size,
      (i) => `export function walk${i}(node, done) {
  if (node.kind === ${i}) return walk${(i + 1) % size}(node.left, done) ?? walk${(i * 7 + 3) % size}(node.right, done);
  done(node);
  return node.kind > ${i} ? walk${(i * 3 + 1) % size}(node, done) : node;
}`,
    )}
`,
    'App.jsx': `import { useState } from 'react';
import { ${each(size, (i) => `walk${i}`, ', ')} } from './walk';
export function App() {
  const [tree, setTree] = useState(null);
${each(size, (i) => `  const found${i} = walk${i}(tree, (node) => setTree(node));`)}
  return <main>${each(size, (i) => `{found${i}.label}`, '')}</main>;
}
`,
  }),
};

/** Classes put together from functions that take a class, whose members call each other. */
export const mixins: Shape = {
  name: 'mixin classes',
  size: 20,
  files: (size) => ({
    ...PACKAGE,
    'mixins.ts': `export class Base {
  listeners: any[] = [];
  data: any = {};
  get(key: string) { return this.data[key]; }
  set(key: string, value: any) { this.data[key] = value; this.notify(this); }
  notify(what: any) { this.listeners.forEach((listener) => listener(what)); }
}
${each(
  4,
  (m) => `export const Mixin${m} = (Above: any) => class extends Above {
${each(size, (i) => `  member${m}_${i}: any = null;\n  change${m}_${i}(value: any) { this.member${m}_${i} = value; this.set('member${m}_${i}', this); return this.change${m}_${(i + 1) % size}(this.get('member${m}_${i}')); }`)}
};`,
)}
export class Plant extends Mixin3(Mixin2(Mixin1(Mixin0(Base)))) {}
export const plant = new Plant();
`,
    ...Object.fromEntries(
      Array.from({ length: size }, (_, i) => [
        `Gauge${i}.tsx`,
        `import { plant } from './mixins';
export function Gauge${i}() {
  return <b onClick={() => plant.change0_${i}(1)}>{plant.member0_${i}}{plant.member1_${i}}</b>;
}
`,
      ]),
    ),
    'App.tsx': `${each(size, (i) => `import { Gauge${i} } from './Gauge${i}';`)}
export function App() {
  return <main>${each(size, (i) => `<Gauge${i} />`, '')}</main>;
}
`,
  }),
};
