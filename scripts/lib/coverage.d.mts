export interface Lines {
  readonly total: number;
  readonly covered: number;
}
export function byFolder(files: Record<string, { readonly lines: Lines }>, root: string): Map<string, Lines>;
export function fallen(folders: Map<string, Lines>, kept: Record<string, number>): string[];
