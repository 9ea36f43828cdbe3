/** A temperature in the units asked for, ready to be shown. */
export function degrees(celsius, units) {
  return units === 'fahrenheit' ? `${Math.round(celsius * 1.8 + 32)} °F` : `${celsius} °C`;
}
