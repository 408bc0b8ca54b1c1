/** The part of sql.js that is used; its own types bring those of a compiler along. */
declare module 'sql.js/dist/sql-wasm-inline.js' {
  type SqlValue = number | string | Uint8Array | null;
  interface Statement {
    step(): boolean;
    get(): SqlValue[];
    getColumnNames(): string[];
    free(): boolean;
  }
  export interface Database {
    exec(query: string): { readonly values: readonly SqlValue[][] }[];
    prepare(query: string): Statement;
    export(): Uint8Array;
    close(): void;
  }
  export default function open(): Promise<{ readonly Database: new (bytes?: Uint8Array) => Database }>;
}
