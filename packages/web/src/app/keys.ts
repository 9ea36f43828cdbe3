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
    ['C', 'show the code'],
  ],
  Trail: [
    ['J K', 'stop by stop'],
    ['R', 'next reader'],
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
