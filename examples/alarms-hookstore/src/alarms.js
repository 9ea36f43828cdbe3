import { create } from 'zustand';

export const useAlarms = create((set, get) => ({
  alarms: [
    { id: 'a1', text: 'vent stuck', place: { house: 'palm house' } },
    { id: 'a2', text: 'too dry', place: { house: 'moss house' } },
  ],
  quiet: { until: 'never' },
  settle: (id) => set({ alarms: get().alarms.filter((alarm) => alarm.id !== id) }),
  hush: () => set((state) => ({ quiet: { until: `${state.alarms.length} alarms later` } })),
}));
