import { error, redirect } from '@sveltejs/kit';
import { Problem } from '$lib/api/client';
import { session } from '$lib/state/session.svelte';

/** Every page but the log-in needs somebody who is logged in. */
export const load = async ({ url }: { url: URL }) => {
  if (session.who || (await isLoggedIn())) return;
  redirect(307, `/login?to=${encodeURIComponent(url.pathname + url.search)}`);
};

async function isLoggedIn(): Promise<boolean> {
  try {
    return await session.load();
  } catch (thrown) {
    // The page itself was kept by the browser; see service-worker.ts.
    if (thrown instanceof Problem && (thrown.status === 0 || thrown.status >= 502))
      error(503, thrown.meaning);
    throw thrown;
  }
}
