<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type LogCounts } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { count } from '$lib/text/time';

  let counts = $state.raw<LogCounts | undefined>();
  const lost = $derived(counts ? counts.dropped + counts.droppedBySystem : 0);

  const doing = new Doing(async () => {
    counts = await need(api.GET('/api/log-messages'));
  });

  onMount(doing.load);
</script>

<section class="mt-6" aria-labelledby="log-messages">
  <h2 id="log-messages">Log messages of devices</h2>
  <ProblemNote problem={doing.problem} class="mt-2" />
  {#if counts && !counts.listening}
    <p class="text-quiet">This server listens for none; edits are found by looking at the devices.</p>
  {:else if counts}
    <p class="max-w-3xl">
      {count(counts.received, 'message')} since <When at={counts.since} />,
      {#if lost === 0}none lost.{:else}<b class="text-error">{count(lost, 'message')} lost</b>:
        {count(counts.dropped, 'message')} since they came faster than they were read,
        {count(counts.droppedBySystem, 'message')} in the system before.
        {#if counts.most.length > 0}Most of them from
          {counts.most.map((each) => `${each.address} (${each.messages})`).join(', ')}.{/if}{/if}
      {#if counts.notRead > 0}<span class="text-quiet"
          >{count(counts.notRead, 'message')} could not be read (RFC 5424, RFC 3164).</span
        >{/if}
      {#if counts.notNoted > 0}<span class="text-warning"
          >{count(counts.notNoted, 'log-in or edit', 'log-ins and edits')} were not kept: a device said too much
          at once.</span
        >{/if}
    </p>
  {/if}
</section>
