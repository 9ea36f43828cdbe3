export function SoilNote({ plant }) {
  return <small>soil of {plant}: fine</small>;
}
