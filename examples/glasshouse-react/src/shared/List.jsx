/** A list that leaves it to its user what a row looks like. */
export function List({ items, empty, children }) {
  if (items.length === 0) return <p>{empty}</p>;
  return <div>{items.map((item) => children(item))}</div>;
}
