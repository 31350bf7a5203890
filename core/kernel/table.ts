/**
 * Purpose: closed tables: of each member of a union everything about it together. The compiler sees to it that a table has
 * a line for each member (`satisfies`); what it cannot see is that the line found by the name of a value is the one for
 * that very value, so that is said here, once.
 */

/**
 * The line of a table, to be asked about the value whose name it was found by.
 * @template Kind what a line says of any member of the union
 */
export const lineFor = <Kind>(table: object, name: string): Kind => (table as Record<string, Kind>)[name]!;
