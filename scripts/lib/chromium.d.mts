export declare function chromiumPath(): string | null;
export declare function shellPath(): string | null;
export declare const chromiumArgs: string[];
