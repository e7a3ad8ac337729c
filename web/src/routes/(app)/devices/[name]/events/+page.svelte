<script lang="ts">
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import { api, asProblem, need, type DeviceEvent, type Problem, type Revision } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { live } from '$lib/state/live.svelte';
  import { countsText } from '$lib/parts/revision/revisionScale';
  import { address } from '$lib/state/address.svelte';
  import { kindOf, originText } from '$lib/text/configKind';
  import { timelineOf } from './timeline';
  import { beforeAndAfter } from './eventText';
  import { whenever } from '$lib/state/whenever.svelte';

  const name = $derived(page.params.name ?? '');
  const around = $derived(Number(address.params.get('around') ?? 0));
  const kind = $derived(kindOf(address.params.get('kind')));
  let revisions = $state.raw<Revision[]>([]);
  let events = $state<DeviceEvent[] | undefined>();
  let matching = $state(0);
  let size = $state(100);
  let problem = $state<Problem | undefined>();

  async function load(wanted: string) {
    try {
      const path = { name: wanted };
      const [found, all] = await Promise.all([
        need(api.GET('/api/devices/{name}/events', { params: { path, query: { size } } })),
        need(api.GET('/api/devices/{name}/revisions', { params: { path, query: { kind } } }))
      ]);
      if (wanted !== name) return;
      revisions = all;
      events = found.events;
      matching = found.matching;
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  const entries = $derived(timelineOf(events ?? [], revisions, matching <= (events?.length ?? 0)));

  whenever(
    () => ({ name, size, kind }),
    (wanted) => load(wanted.name)
  );
  /** The row that the reader came for. */
  const showIf = (isWanted: boolean) => (row: HTMLElement) => {
    if (isWanted) row.scrollIntoView({ block: 'center' });
  };

  onMount(() => live.on('fleet', () => load(name)));
</script>

<ProblemNote {problem} class="mt-3" />
{#if events && entries.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>Nothing has become different yet</h2>
    <p class="mt-1">
      A module that is inserted, a new release, a restart, a device that stops answering: each stands here
      with what it was before and after.
    </p>
  </div>
{:else if events}
  <div class="panel mt-3 overflow-x-auto">
    <table class="rows">
      <thead><tr><th class="w-36">When</th><th>What</th><th>Before</th><th>After</th></tr></thead>
      <tbody>
        {#each entries as { key, at, event, revision } (key)}
          {#if event}
            {@const sides = beforeAndAfter(event)}
            <tr>
              <td class="whitespace-nowrap"><When {at} /></td>
              <td class={event.kind === 'FAILED' || event.kind === 'INCOMPLETE' ? 'text-error' : ''}
                >{event.meaning}{#if event.object}, slot {event.object}{/if}</td
              >
              <td class="mono">{sides.before}</td>
              <td class="mono">{sides.after}</td>
            </tr>
          {:else if revision}
            <tr
              class={{ 'bg-chosen': revision.number === around }}
              {@attach showIf(revision.number === around)}
            >
              <td class="whitespace-nowrap"><When {at} /></td>
              <td
                ><a
                  class="font-semibold underline"
                  href="/devices/{encodeURIComponent(name)}?kind={kind}&b={revision.number}"
                  >Revision {revision.number}</a
                >, {originText(revision)}</td
              >
              <td colspan="2" class="mono">{countsText(revision)}</td>
            </tr>
          {/if}
        {/each}
      </tbody>
    </table>
  </div>
  {#if matching > events.length && size < 500}
    <button class="btn mt-2" onclick={() => (size = 500)}>Show older ones</button>
  {/if}
{:else if !problem}<p class="text-quiet mt-3">Loading…</p>{/if}
