/** Purpose: going to a path after something has changed on the server. */
import { useRouter, type Router } from 'vue-router';
import { fetchPlace } from './places';
import { useSite } from './store';

/** Goes on to a path of the site, or out of it. */
export async function goTo(router: Router, next: string): Promise<void> {
  if (next.startsWith('/')) await router.push(next);
  else location.assign(next);
}

/** Goes to a path, or fetches it anew when it is the one shown. */
export function useGo() {
  const router = useRouter();
  const site = useSite();
  return async (path: string, notice: string | null = null): Promise<void> => {
    if (router.currentRoute.value.path === path.split('?')[0]) {
      const fetched = await fetchPlace(path);
      if ('elsewhere' in fetched) return void router.push(fetched.elsewhere);
      if ('trouble' in fetched) site.trouble = fetched.trouble;
      else site.view = fetched;
    } else await router.push(path);
    site.notice = notice;
  };
}
