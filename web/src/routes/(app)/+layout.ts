import { redirect } from '@sveltejs/kit';
import { session } from '$lib/state/session.svelte';

/** Every page but the log-in needs somebody who is logged in. */
export const load = async ({ url }: { url: URL }) => {
  if (session.who || (await session.load())) return;
  redirect(307, `/login?to=${encodeURIComponent(url.pathname + url.search)}`);
};
