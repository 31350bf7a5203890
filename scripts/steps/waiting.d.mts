export type Part = { readonly pid: number; readonly running?: boolean };
/** Waits until `ready` answers true, as long as the part comes forward. Throws an Obstacle where it ended or stands still. */
export function waitUntil(asked: {
  readonly what: string;
  readonly part: Part;
  readonly ready: () => Promise<boolean>;
  readonly words?: () => string;
  readonly done?: (pid: number) => string | null;
  readonly still?: number;
  readonly tell?: number;
}): Promise<void>;
