import { countLines, diffLines } from './diffLines';

const DIFF = `diff --git a/src/a.jsx b/src/a.jsx
--- a/src/a.jsx
+++ b/src/a.jsx
@@ -3,3 +3,4 @@
 one
-two
+deux
+trois
 four
@@ -20,1 +21,1 @@
-x
+y
`;

test('lines bear the numbers of the file they are in', () => {
  expect(diffLines(DIFF)).toEqual([
    { kind: 'kept', text: 'one', line: 3 },
    { kind: 'removed', text: 'two', line: 4 },
    { kind: 'added', text: 'deux', line: 4 },
    { kind: 'added', text: 'trois', line: 5 },
    { kind: 'kept', text: 'four', line: 6 },
    { kind: 'gap', text: '', line: null },
    { kind: 'removed', text: 'x', line: 20 },
    { kind: 'added', text: 'y', line: 21 },
  ]);
});

test('a new file begins with its first line', () => {
  expect(diffLines('--- /dev/null\n+++ b/x.js\n@@ -0,0 +1,1 @@\n+x\n')).toEqual([
    { kind: 'added', text: 'x', line: 1 },
  ]);
});

test('what is added and taken away is counted over all files', () => {
  expect(countLines([{ path: 'src/a.jsx', change: 'edit', diff: DIFF }])).toEqual({ added: 3, removed: 2 });
});

test('what only moves to the right is shown as it is afterwards', () => {
  const moved = '--- a/x\n+++ b/x\n@@ -1,2 +1,4 @@\n-<Desk>\n-</Desk>\n+<Units>\n+  <Desk>\n+  </Desk>\n+</Units>\n';
  expect(diffLines(moved).map(({ kind, text, line }) => [kind, text, line])).toEqual([
    ['added', '<Units>', 1],
    ['kept', '  <Desk>', 2],
    ['kept', '  </Desk>', 3],
    ['added', '</Units>', 4],
  ]);
});
