<script lang="ts">
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import { api, asProblem, need, type DeviceEvent, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { live } from '$lib/state/live.svelte';
  import { beforeAndAfter } from './eventText';
  import { whenever } from '$lib/state/whenever.svelte';

  const name = $derived(page.params.name ?? '');
  let events = $state<DeviceEvent[] | undefined>();
  let matching = $state(0);
  let size = $state(100);
  let problem = $state<Problem | undefined>();

  async function load(wanted: string) {
    try {
      const params = { path: { name: wanted }, query: { size } };
      const found = await need(api.GET('/api/devices/{name}/events', { params }));
      if (wanted !== name) return;
      events = found.events;
      matching = found.matching;
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  whenever(
    () => ({ name, size }),
    (wanted) => load(wanted.name)
  );
  onMount(() => live.on('fleet', () => load(name)));
</script>

<ProblemNote {problem} class="mt-3" />
{#if events?.length === 0}
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
        {#each events as event (event.id)}
          {@const sides = beforeAndAfter(event)}
          <tr>
            <td class="whitespace-nowrap"><When at={event.at} /></td>
            <td class={event.kind === 'FAILED' || event.kind === 'INCOMPLETE' ? 'text-error' : ''}
              >{event.meaning}{#if event.object}, slot {event.object}{/if}</td
            >
            <td class="mono">{sides.before}</td>
            <td class="mono">{sides.after}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if matching > events.length && size < 500}
    <button class="btn mt-2" onclick={() => (size = 500)}>Show older ones</button>
  {/if}
{:else if !problem}<p class="text-quiet mt-3">Loading…</p>{/if}
