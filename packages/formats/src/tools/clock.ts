/** `hh:mm:ss.mmm`, rounded to the millisecond. */
export function clock(seconds: number, decimalSign = '.'): string {
  const milliseconds = Math.round(seconds * 1000);
  const part = (value: number, digits = 2) => String(value).padStart(digits, '0');
  return `${part(Math.floor(milliseconds / 3_600_000))}:${part(Math.floor(milliseconds / 60_000) % 60)}:${part(Math.floor(milliseconds / 1000) % 60)}${decimalSign}${part(milliseconds % 1000, 3)}`;
}

/** Seconds with three decimals. */
export function seconds(value: number): string {
  return value.toFixed(3);
}
