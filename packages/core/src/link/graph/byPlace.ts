/**
 * A table keyed by place. Places are numbered without gaps, so it is an array, which fills and reads much faster than
 * a map.
 */
export class ByPlace<T> {
  private readonly values: (T | undefined)[];

  /** `places` is how many there will be, but for a few that come later. */
  constructor(places: number) {
    this.values = new Array<T | undefined>(places).fill(undefined);
  }

  get(place: number): T | undefined {
    return this.values[place];
  }

  has(place: number): boolean {
    return this.values[place] !== undefined;
  }

  set(place: number, value: T | undefined): void {
    while (this.values.length < place) this.values.push(undefined);
    this.values[place] = value;
  }
}

/** Lists by a key, in a map or beside places. */
interface Lists<K, V> {
  get(key: K): V[] | undefined;
  set(key: K, list: V[]): unknown;
}

/** Adds to the list that belongs to a key. */
export function push<K, V>(lists: Lists<K, V>, key: K, value: V): void {
  const list = lists.get(key);
  if (list) list.push(value);
  else lists.set(key, [value]);
}
