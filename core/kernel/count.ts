/** Purpose: counted things in words. Stands apart so that a page can say a count without anything else. */

/** `9 days`, `1 day`, `no days`. */
export function countOf(count: number, one: string, many = `${one}s`): string {
  return count === 0 ? `no ${many}` : count === 1 ? `1 ${one}` : `${count.toLocaleString('en-GB')} ${many}`;
}

const words = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten', 'Eleven', 'Twelve'];

/** `Nine things`, `13 things`: a count that begins a sentence. */
export function countBegins(count: number, one: string, many = `${one}s`): string {
  return `${words[count] ?? count.toLocaleString('en-GB')} ${count === 1 ? one : many}`;
}
