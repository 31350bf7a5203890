/** The whole contract: what goes over the wire, each endpoint declared once. */
import { desk } from './desk';
import { site } from './site';

export * from './access';
export * from './problems';
export * from './site';
export * from './desk';

export const contract = { site, desk };
