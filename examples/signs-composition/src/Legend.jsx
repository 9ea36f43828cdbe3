export default function Legend({ text }) {
  return <p>{text.line}</p>;
}
