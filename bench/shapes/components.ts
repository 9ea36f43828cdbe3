/** Components around, below and within one another. */
import { each, PACKAGE, type Shape } from './shape';

/** Wrappers around each other that give a context in one branch and none in the other. */
export const wrappers: Shape = {
  name: 'nested wrappers',
  size: 12,
  files: (size) => ({
    ...PACKAGE,
    'wrappers.jsx': `import { createContext, useContext } from 'react';
${each(
  size,
  (i) => `export const Level${i} = createContext(0);
export function Wrapper${i}({ on, level, children }) {
  return on ? <Level${i}.Provider value={level}>{children}</Level${i}.Provider> : <div>{children}</div>;
}`,
)}
export function Reader() {
  return <b>${each(size, (i) => `{useContext(Level${i})}`, '')}</b>;
}
`,
    'App.jsx': `import { useState } from 'react';
import { Reader${each(size, (i) => `, Wrapper${i}`, '')} } from './wrappers';
export function App() {
  const [level, setLevel] = useState(0);
  return (
    <main onClick={() => setLevel(level + 1)}>
      ${each(size, (i) => `<Wrapper${i} on={level > ${i}} level={level}>`, '')}<Reader />${each(size, (i) => `</Wrapper${size - 1 - i}>`, '')}
    </main>
  );
}
`,
  }),
};

/** Render functions that are passed down through six levels, many side by side. */
export const renderFunctions: Shape = {
  name: 'render functions through six levels',
  size: 20,
  files: (size) => ({
    ...PACKAGE,
    'levels.jsx': `${each(
      6,
      (i) => `export function Level${i}({ value, render }) {
  return <section>{render({ value, level: ${i} })}</section>;
}`,
    )}
export function Leaf({ value }) {
  return <b>{value}</b>;
}
`,
    ...Object.fromEntries(
      Array.from({ length: size }, (_, n) => [
        `Desk${n}.jsx`,
        `import { useState } from 'react';
import { Leaf${each(6, (i) => `, Level${i}`, '')} } from './levels';
export function Desk${n}() {
  const [value, setValue] = useState(${n});
  return (
    <div onClick={() => setValue(value + 1)}>
      ${each(6, (i) => `<Level${i} value={${i === 0 ? 'value' : `at${i - 1}.value`}} render={(at${i}) => (`, '')}<Leaf value={at5.value} />${each(6, () => ')} />', '')}
    </div>
  );
}
`,
      ]),
    ),
  }),
};

/** Functions that make components out of components, one around the other. */
export const componentFactories: Shape = {
  name: 'component factories',
  size: 10,
  files: (size) => ({
    ...PACKAGE,
    'make.jsx': `export function withLabel(Inner, label) {
  return function Labelled(props) {
    return <label title={label}><Inner {...props} label={label} /></label>;
  };
}
export function withFrame(Inner) {
  return function Framed({ frame, ...rest }) {
    return <div className={frame}><Inner {...rest} /></div>;
  };
}
export function withBoth(Inner, label) {
  return withFrame(withLabel(Inner, label));
}
`,
    'fields.jsx': `import { withBoth, withFrame, withLabel } from './make';
${each(size, (i) => `function Plain${i}({ value, label, onChange }) { return <input title={label} value={value} onChange={onChange} />; }`)}
${each(size, (i) => `export const Field${i} = withBoth(Plain${i}, 'field ${i}');`)}
${each(size, (i) => `export const Framed${i} = withFrame(withLabel(Field${i}, 'framed'));`)}
`,
    'App.jsx': `import { useState } from 'react';
import { ${each(size, (i) => `Field${i}, Framed${i}`, ', ')} } from './fields';
export function App() {
  const [value, setValue] = useState('');
  const onChange = (event) => setValue(event.target.value);
  return (
    <main>
${each(size, (i) => `      <Field${i} value={value} onChange={onChange} /><Framed${i} frame="a" value={value} onChange={onChange} />`)}
    </main>
  );
}
`,
  }),
};

/** One value passed down a chain of components. */
export const chain: Shape = {
  name: 'a chain',
  size: 250,
  files: (size) => ({
    ...PACKAGE,
    'App.jsx': `import { useState } from 'react';
import { Bed0 } from './Bed0';
export function App() {
  const [water, setWater] = useState(0);
  return <main><Bed0 water={water} onWater={setWater} /></main>;
}
`,
    ...Object.fromEntries(
      Array.from({ length: size }, (_, n) => [
        `Bed${n}.jsx`,
        n === size - 1
          ? `export function Bed${n}({ water, onWater }) {\n  return <b onClick={() => onWater(1)}>{water}</b>;\n}\n`
          : `import { Bed${n + 1} } from './Bed${n + 1}';\nexport function Bed${n}({ water, onWater }) {\n  return <Bed${n + 1} water={water} onWater={onWater} />;\n}\n`,
      ]),
    ),
  }),
};

/** Components each of which renders the two below it, which others render too: many ways, few components. */
export const grid: Shape = {
  name: 'a grid',
  size: 100,
  files: (size) => {
    const wide = 5;
    const rows = Math.ceil(size / wide);
    const files: Record<string, string> = { ...PACKAGE };
    for (let row = 0; row < rows; row++)
      for (let at = 0; at < wide; at++) {
        const below = row === rows - 1 ? [] : [`Row${row + 1}At${at}`, `Row${row + 1}At${(at + 1) % wide}`];
        files[`Row${row}At${at}.jsx`] = `${below.map((name) => `import { ${name} } from './${name}';`).join('\n')}
export function Row${row}At${at}({ water, onWater }) {
  return ${below.length > 0 ? `<div>${below.map((name) => `<${name} water={water} onWater={onWater} />`).join('')}</div>` : '<b onClick={() => onWater(1)}>{water}</b>'};
}
`;
      }
    files['App.jsx'] = `import { useState } from 'react';
import { Row0At0 } from './Row0At0';
export function App() {
  const [water, setWater] = useState(0);
  return <main><Row0At0 water={water} onWater={setWater} /></main>;
}
`;
    return files;
  },
};

/** A component that renders itself twice, and its copies, each with all it was given. */
export const spreads: Shape = {
  name: 'components that render each other with spread props',
  size: 5,
  files: (size) => ({
    ...PACKAGE,
    'all.jsx': each(
      size,
      (i) => `export function Part${i}({ own${i}, ...rest }) {
  return <div title={own${i}}>${each(size, (j) => `<Part${j} own${j}={rest.value} {...rest} />`, '')}</div>;
}`,
    ),
    'App.jsx': `import { useState } from 'react';
import { Part0 } from './all';
export function App() {
  const [value, setValue] = useState(0);
  return <Part0 own0={value} value={value} onValue={setValue} />;
}
`,
  }),
};
