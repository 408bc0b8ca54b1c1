/** A time as minutes, seconds and hundredths: `0:07.50`. */
export function clockWords(timeSec: number): string {
  const hundredths = Math.floor(timeSec * 100 + 1e-6);
  const minutes = Math.floor(hundredths / 6000);
  const seconds = (hundredths % 6000) / 100;
  return `${minutes}:${seconds.toFixed(2).padStart(5, '0')}`;
}
