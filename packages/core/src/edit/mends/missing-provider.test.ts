/** A provider's tag put around a reader that stands beside it. */
import { mendedFile } from '../../testing/planned';

const SOIL = `import { createContext, useContext, useState } from 'react';
export const Soil = createContext(null);
export function SoilProvider({ children }) {
  const [deep, setDeep] = useState(1);
  return <Soil.Provider value={{ deep, setDeep }}>{children}</Soil.Provider>;
}
export function Depth() {
  const { deep } = useContext(Soil);
  return <b>{deep}</b>;
}
export function Note() {
  return <p><Depth /></p>;
}
`;

function app(markup: string, before = ''): Record<string, string> {
  return {
    'src/main.jsx': `import { createRoot } from 'react-dom/client';\nimport { App } from './App';\ncreateRoot(document.body).render(<App />);\n`,
    'src/soil.jsx': SOIL,
    'src/App.jsx': `import { Depth, Note, Soil, SoilProvider } from './soil';\nexport function App({ open }) {\n${before}  return (\n${markup}\n  );\n}\n`,
  };
}

function mended(sources: Record<string, string>): string {
  return mendedFile(sources, 'src/App.jsx', 'missing-provider');
}

test.each([
  [
    'right beside it, by way of another component',
    `    <main>
      <SoilProvider>
        <i>bed</i>
      </SoilProvider>
      <Note />
    </main>`,
    `    <main>
      <SoilProvider>
        <i>bed</i>
        <Note />
      </SoilProvider>
    </main>`,
  ],
  [
    'before it, and further out',
    `    <main>
      <Depth />
      <section>
        <SoilProvider>
          <i>bed</i>
        </SoilProvider>
      </section>
      <hr />
    </main>`,
    `    <main>
      <SoilProvider>
        <Depth />
        <section>
          <i>bed</i>
        </section>
      </SoilProvider>
      <hr />
    </main>`,
  ],
  [
    'on a condition',
    `    <>
      <SoilProvider>
        <i>bed</i>
      </SoilProvider>
      {open && <Depth />}
    </>`,
    `    <>
      <SoilProvider>
        <i>bed</i>
        {open && <Depth />}
      </SoilProvider>
    </>`,
  ],
])('%s', (_where, before, after) => {
  expect(mended(app(before))).toBe(app(after)['src/App.jsx']);
});

test('all on one line', () => {
  const before = `    <main><SoilProvider><i>bed</i></SoilProvider><Depth /></main>`;
  const after = `    <main><SoilProvider><i>bed</i><Depth /></SoilProvider></main>`;
  expect(mended(app(before))).toBe(app(after)['src/App.jsx']);
});

test.each([
  [
    'the provider is there on a condition',
    `    <main>
      {open && (
        <SoilProvider>
          <i>bed</i>
        </SoilProvider>
      )}
      <Depth />
    </main>`,
  ],
  [
    'there are two of them',
    `    <main>
      <SoilProvider>
        <i>bed</i>
      </SoilProvider>
      <SoilProvider>
        <i>pot</i>
      </SoilProvider>
      <Depth />
    </main>`,
  ],
])('where %s, it is left to a person', (_what, markup) => {
  expect(mended(app(markup))).toBe('Where the provider should stand is for you to decide.');
});
