/** What is wrong in the houses, for all who want to know. */
class Alarms {
  all = $state([
    { id: 'a1', text: 'North house too cold', warmth: 9, seen: false },
    { id: 'a2', text: 'Palm house too dry', warmth: 27, seen: false },
  ]);
  left = $derived(this.all.filter((one) => !one.seen).length);

  acknowledge(id) {
    this.all = this.all.map((one) => (one.id === id ? { ...one, seen: true } : one));
  }
}

export const alarms = new Alarms();
