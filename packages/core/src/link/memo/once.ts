/**
 * Memoises a function of an object that never changes once made (a flow, a component, a linked project). Results live
 * as long as the object.
 */
export function once<K extends object, Others extends unknown[], V>(
  work: (thing: K, ...others: Others) => V,
): (thing: K, ...others: Others) => V {
  const known = new WeakMap<K, { value: V }>();
  return (thing, ...others) => {
    let answer = known.get(thing);
    if (!answer) {
      answer = { value: work(thing, ...others) };
      known.set(thing, answer);
    }
    return answer.value;
  };
}
