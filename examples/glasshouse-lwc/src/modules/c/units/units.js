/** A temperature in degrees Celsius, as people read it. */
export function inUnits(warmth, scale) {
  return scale === 'F' ? `${Math.round(warmth * 1.8 + 32)} °F` : `${warmth} °C`;
}
