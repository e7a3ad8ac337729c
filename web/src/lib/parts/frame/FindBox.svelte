<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, need } from '$lib/api/client';
  import { session } from '$lib/state/session.svelte';
  import { choicesOf, isMac, linesOf, pagesOf, placesOf, wordsAndPort, type Choice } from './findChoices';
  import { pagesFor } from './words';
  import { wordsAsQuery } from '../fleet/queryText';

  let { input = $bindable() }: { input?: HTMLInputElement } = $props();
  let text = $state('');
  let found = $state.raw<Choice[]>([]);
  let at = $state(0);
  let asked = 0;
  let asking: Promise<void> | undefined;
  const isOpen = $derived(text.trim() !== '');

  async function find() {
    const mine = ++asked;
    at = 0;
    const { words, port } = wordsAndPort(text);
    // Several devices may share an address: enough of them to find the one at that port.
    const query = { query: wordsAsQuery(words), size: port === undefined ? 8 : 100, sort: 'name' };
    if (!isOpen) {
      found = [];
      return;
    }
    const [page, marks, places] = await Promise.all([
      need(api.GET('/api/devices', { params: { query } })).catch(() => undefined),
      need(api.GET('/api/revision-marks', { params: { query: { find: text.trim(), size: 4 } } })).catch(
        () => []
      ),
      isMac(text)
        ? need(api.GET('/api/mac-places', { params: { query: { address: text.trim() } } })).catch(() => [])
        : []
    ]);
    // Answers may overtake each other: only the latest question counts.
    if (mine !== asked) return;
    const pages = pagesOf(text, pagesFor(session.isDemo && session.mayAct));
    found = [...placesOf(places), ...choicesOf(page?.devices ?? [], marks, port), ...pages, linesOf(text)];
  }

  function leave() {
    asked++;
    text = '';
    found = [];
    input?.blur();
  }

  function open(choice: Choice | undefined) {
    if (!choice) return;
    leave();
    goto(choice.path);
  }

  /** Whoever types quickly means what is found for the whole text, not for its beginning. */
  async function openWhenFound() {
    const mine = asked;
    await asking;
    if (mine === asked) open(found[at]);
  }

  function key(event: KeyboardEvent) {
    if (event.key === 'Escape') leave();
    else if (event.key === 'ArrowDown') at = Math.min(at + 1, found.length - 1);
    else if (event.key === 'ArrowUp') at = Math.max(at - 1, 0);
    else if (event.key === 'Enter') void openWhenFound();
    else return;
    event.preventDefault();
  }
</script>

<div class="relative w-[26rem] max-w-[40vw]">
  <label class="input w-full rounded-full">
    <input
      bind:this={input}
      bind:value={text}
      oninput={() => (asking = find())}
      onkeydown={key}
      maxlength="200"
      role="combobox"
      aria-label="Find a device or a page"
      aria-expanded={isOpen}
      aria-controls="found"
      aria-activedescendant={isOpen && found[at] ? `found-${at}` : undefined}
      placeholder="Find a device, a line, a page…"
    />
    <kbd>Ctrl K</kbd>
  </label>
  <ul
    id="found"
    role="listbox"
    aria-label="What was found"
    class="panel absolute top-10 z-30 w-full py-1"
    hidden={!isOpen}
  >
    {#if isOpen && found.length === 1 && found[0]?.key === 'lines'}
      <li role="option" aria-selected="false" class="text-quiet px-3 py-1">
        {isMac(text)
          ? 'No MAC or ARP table that was read has this address.'
          : 'No device, label, note or page has these words.'}
      </li>
    {/if}
    {#each found as choice, index (choice.key)}
      <li role="option" aria-selected={index === at} id="found-{index}">
        <button
          class={['flex w-full justify-between px-3 py-1 text-left', index === at && 'bg-chosen']}
          tabindex="-1"
          onclick={() => open(choice)}
        >
          <span class="font-semibold">{choice.title}</span>
          <span class="text-quiet truncate pl-3">{choice.more}</span>
        </button>
      </li>
    {/each}
  </ul>
</div>
