export function Foldable({ open, head, children }) {
  return (
    <div>
      {head}
      {open && <div>{children}</div>}
    </div>
  );
}
