export function TrayLabel({ text, ...others }) {
  return <button {...others}>{text}</button>;
}
