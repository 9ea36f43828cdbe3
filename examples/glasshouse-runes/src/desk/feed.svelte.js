/** How long ago the sensors were read. */
export const feed = $state({ minutes: 0 });

export function age() {
  feed.minutes += 5;
}
