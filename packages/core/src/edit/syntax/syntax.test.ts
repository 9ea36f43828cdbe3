/** What edits are made of: names, entries of lists, imports, and the places they stand in. */
import { Texts } from '../texts';
import { removeEntries } from './entries';
import { Imports } from './imports';
import { declarationsOf, freeName, isReassigned, namesIn, referencesOf } from './names';
import { pathFrom, specifierFrom } from './specifier';
import { spanOf, Syntax } from './tree';

function syntaxOf(text: string, path = 'src/Bed.tsx'): Syntax {
  const made = Syntax.of(path, text);
  if (!made) throw new Error('It does not parse.');
  return made;
}

/** A file after some edits. */
function edited(text: string, edit: (texts: Texts, syntax: Syntax) => void): string {
  const syntax = syntaxOf(text);
  const texts = new Texts({ text: (path) => (path === syntax.path ? text : null) });
  edit(texts, syntax);
  return texts.edited(syntax.path);
}

describe('names', () => {
  const { ast, text } = syntaxOf(`const units = 'c';
function Bed({ units: shown, depth = units }) {
  const bed = { units, depth: 1 };
  bed.units = shown;
  return <Gauge units={units} {...bed} />;
}`);

  test('stand for bindings, and not for fields, attributes or keys', () => {
    expect([...namesIn(ast)].sort()).toEqual(['Bed', 'Gauge', 'bed', 'depth', 'shown', 'units']);
    const lineOf = ({ start }: { start: number }): number => text.slice(0, start).split('\n').length;
    expect(referencesOf(ast, 'units').map(lineOf)).toEqual([1, 2, 3, 5]);
  });

  test('declared several times, set again, free', () => {
    expect([declarationsOf(ast, 'units'), declarationsOf(ast, 'shown'), declarationsOf(ast, 'Gauge')]).toEqual([
      1, 1, 0,
    ]);
    expect([isReassigned(ast, 'bed'), isReassigned(syntaxOf('let n = 1; n++;').ast, 'n')]).toEqual([false, true]);
    expect([freeName(new Set(['a']), 'b'), freeName(new Set(['a', 'a2']), 'a')]).toEqual(['b', 'a3']);
  });
});

describe('entries taken out of a list', () => {
  const without = (list: string, ...names: string[]): string =>
    edited(`const list = ${list};\n`, (texts, { ast, path }) => {
      const [declared] = ast.program.body;
      const init = declared?.type === 'VariableDeclaration' ? declared.declarations[0]?.init : null;
      if (init?.type !== 'ObjectExpression') throw new Error('It is no object.');
      const nameOf = (one: (typeof init.properties)[number]): string =>
        one.type !== 'SpreadElement' && one.key.type === 'Identifier' ? one.key.name : '';
      const gone = init.properties.filter((one) => names.includes(nameOf(one)));
      removeEntries(texts, path, init.properties.map(spanOf), gone.map(spanOf));
    })
      .replace(/^const list = /, '')
      .replace(/;\n$/, '');

  test.each([
    ['the first', '{ a: 1, b: 2, c: 3 }', ['a'], '{ b: 2, c: 3 }'],
    ['one between', '{ a: 1, b: 2, c: 3 }', ['b'], '{ a: 1, c: 3 }'],
    ['the last', '{ a: 1, b: 2, c: 3 }', ['c'], '{ a: 1, b: 2 }'],
    ['two at the end', '{ a: 1, b: 2, c: 3 }', ['b', 'c'], '{ a: 1 }'],
    ['with the comment above it', '{\n  // One.\n  a: 1,\n  // Two.\n  b: 2,\n}', ['a'], '{\n  // Two.\n  b: 2,\n}'],
    ['the last, with the comment above it', '{\n  a: 1,\n  // Two.\n  b: 2,\n}', ['b'], '{\n  a: 1,\n}'],
  ])('%s', (_which, list, names, after) => {
    expect(without(list, ...names)).toBe(after);
  });
});

describe('imports', () => {
  const imported = (text: string, change: (imports: Imports, syntax: Syntax) => void): string =>
    edited(text, (texts, syntax) => {
      const imports = new Imports(syntax);
      change(imports, syntax);
      imports.write(texts);
    });

  test('a further name joins those of its module', () => {
    const text = `import { useState } from 'react';\nexport const a = useState;\n`;
    expect(imported(text, (imports) => imports.named('react', 'useMemo'))).toContain(
      `import { useState, useMemo } from 'react';`,
    );
  });

  test('packages come first, files of the project last', () => {
    const text = `import a from './a';\nexport default a;\n`;
    const after = imported(text, (imports) => {
      imports.named('react', 'useState');
      imports.named('./units', 'Units');
    });
    expect(after).toBe(
      `import { useState } from 'react';\nimport a from './a';\nimport { Units } from './units';\nexport default a;\n`,
    );
  });

  test('a name that is taken gets another, one that is imported already keeps its own', () => {
    const text = `import { Units as Shared } from './units';\nconst Beds = 1;\nexport default [Shared, Beds];\n`;
    imported(text, (imports) => {
      expect(imports.named('./units', 'Units')).toBe('Shared');
      expect(imports.named('./beds', 'Beds')).toBe('Beds2');
    });
  });

  test('what only a piece used that is gone is not imported any more', () => {
    const text = `import { a, b } from './ab';\nconst one = a;\nexport const two = b;\n`;
    const after = imported(text, (imports, { ast }) => {
      const gone = ast.program.body[1];
      if (gone) imports.noteGone(spanOf(gone));
    });
    expect(after).toContain(`import { b } from './ab';`);
  });
});

test('specifiers from one file to another, and back', () => {
  expect(specifierFrom('src/beds/Bed.jsx', 'src/units.js', false)).toBe('../units');
  expect(specifierFrom('src/App.jsx', 'src/beds/units.js', true)).toBe('./beds/units.js');
  expect(pathFrom('src/beds/Bed.jsx', '../units')).toBe('src/units');
});

describe('a file as syntax', () => {
  test('keeps to the quotes, the signs and the indentation it has', () => {
    const tabs = syntaxOf(`import a from "./a"\nfunction b() {\n\treturn a\n}\n`);
    expect([tabs.quote, tabs.semicolon, tabs.unit]).toEqual(['"', '', '\t']);
    const spaces = syntaxOf(`import a from './a';\nfunction b() {\n    return a;\n}\n`);
    expect([spaces.quote, spaces.semicolon, spaces.unit]).toEqual(["'", ';', '    ']);
  });

  test('is none where it cannot be parsed', () => {
    expect(Syntax.of('src/a.ts', 'const = ;')).toBeNull();
  });

  test('whole lines are taken where nothing else stands on them', () => {
    const syntax = syntaxOf('a();\nb(); c();\n');
    const lineOf = (of: string): string => {
      const start = syntax.text.indexOf(of);
      return syntax.source(syntax.wholeLines({ start, end: start + of.length }));
    };
    expect([lineOf('a();'), lineOf('b();')]).toEqual(['a();\n', 'b();']);
  });
});
