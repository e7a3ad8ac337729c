<script lang="ts">
  import Menu from '$lib/parts/form/Menu.svelte';
  import { afterNavigate, beforeNavigate, goto } from '$app/navigation';
  import { page } from '$app/state';
  import { onMount, type Snippet } from 'svelte';
  import { api, need } from '$lib/api/client';
  import FindBox from '$lib/parts/frame/FindBox.svelte';
  import Preferences from '$lib/parts/frame/Preferences.svelte';
  import UndoOffer from '$lib/parts/frame/UndoOffer.svelte';
  import { regret } from '$lib/state/regret.svelte';
  import ZoneChip from '$lib/parts/frame/ZoneChip.svelte';
  import KeyHelp from '$lib/parts/frame/KeyHelp.svelte';
  import { pagesFor, wordsFor } from '$lib/parts/frame/words';
  import Wordmark from '$lib/parts/frame/Wordmark.svelte';
  import FreezeStrip from '$lib/parts/freeze/FreezeStrip.svelte';
  import Tray from '$lib/parts/change/Tray.svelte';
  import { consoles } from '$lib/state/consoles.svelte';
  import { draft } from '$lib/state/draft.svelte';
  import { arrived, cameBack } from '$lib/keys/arrival';
  import { tellWhatIsCut } from '$lib/state/cutInput';
  import { keys, letGoOfChip } from '$lib/keys/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { moment } from '$lib/text/time';

  let { children }: { children: Snippet } = $props();
  let find = $state<HTMLInputElement | undefined>();
  let showsKeys = $state(false);
  let running = $state(0);
  let waiting = $state<Record<string, number>>({});

  const words = $derived(wordsFor(session.isDemo && session.mayAct));
  const isHere = (path: string) => page.url.pathname === path || page.url.pathname.startsWith(`${path}/`);

  async function countRunning() {
    const jobs = await need(api.GET('/api/jobs', { params: { query: { size: 1 } } })).catch(() => undefined);
    running = jobs?.running ?? running;
  }

  /** What needs an answer stands beside its word. */
  async function countWaiting() {
    const counts = await need(api.GET('/api/desk/waiting')).catch(() => undefined);
    if (counts)
      waiting = {
        Drift: counts.drifting,
        Standards: counts.failing,
        Cases: counts.cases,
        Changes: counts.changes,
        Rollouts: counts.rollouts
      };
  }

  async function logOut() {
    live.close();
    consoles.endAll();
    await session.logOut();
    await goto('/login');
  }

  onMount(() => {
    live.open();
    countRunning();
    countWaiting();
    draft.load();
    const ends = [
      live.on('fleet', countWaiting),
      live.on('change', () => {
        countWaiting();
        draft.load();
      }),
      live.on('rollout', countWaiting),
      live.on('job', countRunning),
      keys.add([
        { key: 'ctrl+k', says: 'find a device or a page', run: () => find?.focus() },
        { key: 'u', says: 'undo what was done last, while it is offered', run: regret.undo },
        { key: '?', says: 'this list of keys', run: () => (showsKeys = true) },
        ...pagesFor(session.isDemo && session.mayAct).map(({ word, path, letter }) => ({
          key: `g ${letter}`,
          says: word,
          run: () => void goto(path)
        }))
      ])
    ];
    return () => {
      ends.forEach((end) => end());
      live.close();
    };
  });

  let main: HTMLElement | undefined = $state();
  beforeNavigate(({ type }) => arrived(type));
  afterNavigate(({ from, to }) => {
    // A new page begins at its top for the keyboard too; who comes back stands where the list was left.
    // What the page itself gave the focus to, a console say, keeps it.
    const isTaken = main?.contains(document.activeElement) ?? false;
    if (from?.url?.pathname !== to?.url?.pathname && !cameBack() && !isTaken)
      main?.focus({ preventScroll: true });
  });

  /** A board that fills a wall is all there is to see. */
  const isWall = $derived(page.url.pathname.startsWith('/boards/') && page.url.searchParams.has('wall'));
</script>

<svelte:window
  onkeydown={(event) => keys.handle(event)}
  onclick={letGoOfChip}
  onpaste={tellWhatIsCut(regret.tell)}
  onbeforeunload={(event) => consoles.isAnyOpen && event.preventDefault()}
/>

<div class="flex min-h-screen flex-col">
  {#if !isWall}
    <header
      class="border-base-300 bg-base-100 sticky top-0 z-20 flex h-[46px] items-center gap-4 border-b px-4"
    >
      <a href="/desk" class="text-act-text flex w-[156px] items-center gap-2 text-[1.15rem] font-bold">
        <Wordmark />
      </a>
      <FindBox bind:input={find} />
      <div class="ml-auto flex items-center gap-3">
        <ZoneChip />
        <a class="chip rounded-full px-3 py-1" href="/jobs"
          >{#if !live.connected}not known{:else if running === 0}Nothing running{:else}{running} running{/if}</a
        >
        <Menu
          label="{session.who?.fullName} · {session.who?.role.toLowerCase()}"
          buttonClass="chip rounded-full px-3 py-1"
          class="mt-1 w-60"
        >
          <ul>
            <li><a class="btn btn-ghost w-full justify-start" href="/account">Your account</a></li>
            <li><a class="btn btn-ghost w-full justify-start" href="/removed">Lately removed</a></li>
            <li>
              <button class="btn btn-ghost w-full justify-start" onclick={() => (showsKeys = true)}>
                Keys on this page <kbd>?</kbd>
              </button>
            </li>
            <li><button class="btn btn-ghost w-full justify-start" onclick={logOut}>Log out</button></li>
          </ul>
          <div class="border-base-300 mt-1 border-t pt-1"><Preferences /></div>
        </Menu>
      </div>
    </header>
  {/if}
  {#if live.lostAt}
    <div role="status" class="bg-modified border-base-300 flex items-center gap-3 border-b px-4 py-1">
      <p>
        No connection to the server since {moment(live.lostAt, Date.now(), preferences.zone)}: what you see
        may be old. It is tried again by itself.
      </p>
      <button class="btn btn-sm" onclick={live.tryNow}>Try now</button>
    </div>
  {/if}
  <FreezeStrip />
  <div class="flex grow">
    {#if !isWall}
      <nav
        aria-label="Pages"
        class="border-base-300 bg-base-200 sticky top-[46px] h-[calc(100vh-46px-var(--tray,0px))] w-[172px] shrink-0 self-start overflow-y-auto border-r px-2 py-2"
      >
        {#each words as { group, items } (group)}
          {#if group}<h2 class="text-quiet px-2.5 pt-3 pb-1 text-[0.82rem] font-semibold">{group}</h2>{/if}
          {#each items as { word, path, also } (word)}
            {@const isCurrent = isHere(path) || isHere(also)}
            <a
              href={path}
              aria-current={isCurrent ? 'page' : undefined}
              class={[
                'rounded-field flex justify-between px-2.5 py-1',
                isCurrent ? 'bg-primary text-primary-content font-semibold' : 'hover:bg-base-300'
              ]}
              >{word}{#if waiting[word]}<span
                  class={isCurrent ? '' : 'text-error font-semibold'}
                  aria-label="{waiting[word]} need an answer">{waiting[word]}</span
                >{/if}</a
            >
          {/each}
        {/each}
      </nav>
    {/if}
    <main bind:this={main} tabindex="-1" class="min-w-0 grow px-5 pt-4 pb-16 outline-none">
      {@render children()}
    </main>
  </div>
  {#if !isWall}<Tray />{/if}
</div>
<UndoOffer />
<KeyHelp bind:open={showsKeys} />
