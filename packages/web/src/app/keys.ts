/** The keys that work in each view; shown by `?`. */
export const KEYS: Record<string, [keys: string, does: string][]> = {
  Everywhere: [
    ['Ctrl K', 'find any component or value'],
    ['?', 'show these keys'],
    ['Esc', 'close what is open'],
  ],
  Sheet: [
    ['↑ ↓', 'to the next mark along the thread'],
    ['← →', 'to the next mark along the row'],
    ['Enter', 'follow the value'],
    ['H', 'weigh its homes'],
    ['Home End', 'to the first and last mark of the thread'],
    ['C', 'show the code'],
    ['F', 'fold or unfold what a component contains'],
    ['B', 'show only what is below a component'],
    ['O', 'the component as a whole, or a value again'],
    ['N', 'narrow what is shown'],
  ],
  Trail: [
    ['J K', 'stop by stop'],
    ['R', 'next way'],
    ['B', 'unfold the ways that part here'],
    ['W', 'ask why it does not reach a component'],
    ['Z', 'roomy or tight rows'],
    ['L', 'more or fewer lines of code'],
    ['C', 'show the code of the stop'],
    ['S', 'show it on the sheet'],
  ],
  Findings: [
    ['J K', 'finding by finding'],
    ['Enter', 'follow the value'],
    ['H', 'weigh its homes'],
  ],
  Homes: [['← →', 'way by way']],
};
