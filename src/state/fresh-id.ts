/** A short id that is unique enough inside one project. Does not need a secure context. */
export function freshId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(9));
  return Array.from(bytes, (byte) => byte.toString(36).padStart(2, '0')).join('');
}
