/** A text as part of a file's name: letters and digits with hyphens between; '' where it has none. */
export const nameWords = (text: string) => text.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-+|-+$/g, '');
