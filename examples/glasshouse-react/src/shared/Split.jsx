export function Split({ main, side }) {
  return (
    <main>
      <div>{main}</div>
      <aside>{side}</aside>
    </main>
  );
}
