/** Purpose: for whom a page writes: the language it is in. The desk and the site each provide it to the kit's parts. */
import { inject, type InjectionKey } from 'vue';
import type { Reader } from '../../core/kernel/sentences';

export const readerKey: InjectionKey<Reader> = Symbol('reader');

/** Within a part's set-up. */
export const useReader = (): Reader => inject(readerKey, { locale: 'en' });

/** In a browser, anywhere: by the language the page says it is in. */
export const pageReader = (): Reader => ({ locale: document.documentElement.lang || 'en' });
