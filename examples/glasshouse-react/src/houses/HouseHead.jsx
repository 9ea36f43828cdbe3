export function HouseHead({ name, zones }) {
  return <h2>{name}</h2>;
}
