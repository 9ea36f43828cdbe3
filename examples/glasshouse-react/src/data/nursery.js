const gauge = (id, kind, value) => ({ id, kind, value });

const tray = (id, label, temperature, humidity) => ({
  id,
  label,
  gauges: [gauge(`${id}-t`, 'temperature', temperature), gauge(`${id}-h`, 'humidity', humidity)],
});

export const NURSERY = [
  {
    id: 'north',
    name: 'North house',
    zones: [
      {
        id: 'north-a',
        name: 'Ferns',
        limits: { low: 14, high: 24 },
        benches: [{ id: 'north-a-1', trays: [tray('t1', 'Maidenhair', 19, 70), tray('t2', 'Hart’s tongue', 17, 74)] }],
      },
      {
        id: 'north-b',
        name: 'Mosses',
        limits: { low: 8, high: 18 },
        benches: [{ id: 'north-b-1', trays: [tray('t3', 'Cushion moss', 13, 88)] }],
      },
    ],
  },
  {
    id: 'south',
    name: 'South house',
    zones: [
      {
        id: 'south-a',
        name: 'Succulents',
        limits: { low: 12, high: 34 },
        benches: [{ id: 'south-a-1', trays: [tray('t4', 'Echeveria', 27, 30), tray('t5', 'Haworthia', 25, 34)] }],
      },
    ],
  },
];

export const FIRST_PLAN = [
  { id: 'p1', hour: 20, task: 'Close the roof vents', note: '' },
  { id: 'p2', hour: 23, task: 'Lower the shades', note: 'north house only' },
];
