export interface Bench {
  id: string;
  label: string;
  warmth: number;
  open: boolean;
}

export interface House {
  id: string;
  name: string;
  benches: Bench[];
}

/** The houses as the desk finds them in the morning. */
export const HOUSES: House[] = [
  {
    id: 'north',
    name: 'North house',
    benches: [
      { id: 'n1', label: 'Ferns', warmth: 18, open: true },
      { id: 'n2', label: 'Mosses', warmth: 14, open: false },
    ],
  },
  {
    id: 'palm',
    name: 'Palm house',
    benches: [
      { id: 'p1', label: 'Fan palms', warmth: 24, open: true },
      { id: 'p2', label: 'Cycads', warmth: 26, open: true },
    ],
  },
];
