/** Purpose: people to be invited, read from a pasted list or a CSV file, and their links as a file. */
import { asTitle } from '../../../../core/kernel';
import { handOver } from '../../base/download';

export type Invited = { readonly name: string; readonly mail: string };

const isMail = (text: string): boolean => /@/.test(text);

/**
 * Each line one person: a name, an address, or both, in whatever order, parted by comma, semicolon, tab, or as
 * `Name <address>`. A first line of headings is left out.
 */
export async function readPeople(text: string): Promise<Invited[]> {
  const { default: Papa } = await import('papaparse');
  const lines = text.replace(/<([^<>@\s]+@[^<>\s]+)>/g, ', $1');
  const { data } = Papa.parse<string[]>(lines, { skipEmptyLines: 'greedy' });
  return data.flatMap((cells, at) => {
    const tidy = cells.map((cell) => cell.trim()).filter(Boolean);
    const mail = tidy.find(isMail) ?? '';
    const name = tidy.filter((cell) => !isMail(cell)).join(' ');
    const heading = at === 0 && mail === '' && data.some((row) => row.some(isMail));
    return heading || tidy.length === 0 ? [] : [{ name: asTitle(name), mail }];
  });
}

/** Hands a table to the browser as a CSV file; what a spreadsheet would take for a formula is not one there. */
export async function downloadTable(rows: readonly (readonly string[])[], name: string): Promise<void> {
  const { default: Papa } = await import('papaparse');
  const text = Papa.unparse(
    rows.map((row) => [...row]),
    { escapeFormulae: true },
  );
  handOver(new Blob(['\uFEFF', text], { type: 'text/csv' }), `${name}.csv`);
}
