/** Purpose: a picture kept before its form is sent. */
import type { Problem } from '../../contract';
import { pageReader } from '../kit/reader';
import { Refused } from './calls';
import { siteSays } from '../../contract/site.sentences';

/** @returns its id. @throws Refused with what to show */
export async function keepPicture(file: File): Promise<string> {
  const sent = new FormData();
  sent.set('picture', file);
  let response: Response;
  let body: unknown;
  try {
    response = await fetch('/api/site/pictures', {
      method: 'POST',
      body: sent,
      headers: { accept: 'application/json' },
    });
    body = await response.json();
  } catch {
    throw new Refused({ code: 'offline', says: siteSays(pageReader()).away });
  }
  if (response.ok) return (body as { id: string }).id;
  const problem = body as Partial<Problem>;
  const says = problem.code === 'no-picture' ? siteSays(pageReader()).noPicture : problem.detail;
  throw new Refused({ code: problem.code ?? 'internal', says: says ?? `${problem.title ?? ''}.` });
}
