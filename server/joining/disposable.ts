/** Purpose: addresses of services that give them out to be thrown away, by the list that ships with the product. */
import domains from 'disposable-email-domains';
import wildcards from 'disposable-email-domains/wildcard.json';

const known = new Set(domains);
const beneath = new Set(wildcards);

/** By its domain alone, so that nothing is learned of the address itself. */
export function isDisposable(mail: string): boolean {
  const domain = mail
    .slice(mail.lastIndexOf('@') + 1)
    .trim()
    .toLowerCase();
  if (known.has(domain)) return true;
  const parts = domain.split('.');
  return parts.some((_, at) => beneath.has(parts.slice(at).join('.')));
}
