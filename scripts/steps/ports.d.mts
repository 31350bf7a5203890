/** Whether nothing listens on 127.0.0.1:`port`. */
export function portIsFree(port: number): Promise<boolean>;
/** A port nobody listens on just now. */
export function freePort(): Promise<number>;
