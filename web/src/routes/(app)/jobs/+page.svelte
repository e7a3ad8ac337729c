<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type Job } from '$lib/api/client';
  import JobBar from '$lib/parts/job/JobBar.svelte';
  import Pager from '$lib/parts/form/Pager.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { address } from '$lib/state/address.svelte';
  import { clock } from '$lib/state/clock.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { session } from '$lib/state/session.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';
  import { jobQuery, KINDS, PAGE, STATES } from './jobQuery';
  import { stateOf, tookOf } from './jobText';

  type Listed = Awaited<ReturnType<typeof list>>;

  let found = $state.raw<Listed | undefined>();
  let filter: HTMLInputElement | undefined = $state();
  const wanted = $derived(jobQuery(address.params));
  const isFiltered = $derived(['kind', 'state', 'who', 'device'].some((key) => address.params.has(key)));

  const list = () => need(api.GET('/api/jobs', { params: { query: wanted } }));
  const doing = new Doing(async () => (found = await list()));
  const stop = (job: Job) =>
    doing.act(() => need(api.POST('/api/jobs/{id}/stop', { params: { path: { id: job.id } } })));
  const show = (changes: Record<string, string>) => address.change({ page: '', ...changes });
  /** The choice that is in force is let go by another click. */
  const toggle = (key: string, value: string) =>
    show({ [key]: address.params.get(key) === value ? '' : value });

  whenever(() => JSON.stringify(wanted), doing.load);
  onMount(() => {
    const ends = [
      live.on('job', doing.load),
      keys.add([{ key: '/', says: 'go to the filter', run: () => filter?.focus() }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Jobs · Chaperone</title></svelte:head>

<h1>Jobs</h1>
<p class="text-quiet">
  What is running, and what ran{found
    ? `: ${count(found.matching, 'job')}${isFiltered ? ' match' : ''}`
    : ''}. They go on when you leave this page.
</p>

<ProblemNote problem={doing.problem} class="mt-3" />

<div class="mt-3 flex flex-wrap items-center gap-x-4 gap-y-1.5">
  <span class="flex items-center gap-1.5" role="group" aria-label="Kind">
    {#each KINDS as { value, says } (value)}
      <button
        class="chip"
        aria-pressed={address.params.get('kind') === value}
        onclick={() => toggle('kind', value)}>{says}</button
      >
    {/each}
  </span>
  <span class="flex items-center gap-1.5" role="group" aria-label="State">
    {#each STATES as { value, says } (value)}
      <button
        class="chip"
        aria-pressed={address.params.get('state') === value}
        onclick={() => toggle('state', value)}>{says}</button
      >
    {/each}
  </span>
  <select
    class="select w-44"
    aria-label="Asked by"
    value={address.params.get('who') ?? ''}
    onchange={(event) => show({ who: event.currentTarget.value })}
  >
    <option value="">asked by anybody</option>
    {#each found?.askers ?? [] as who (who)}<option value={who}>{who}</option>{/each}
  </select>
  <input
    bind:this={filter}
    class="input mono w-56"
    placeholder="device or address"
    aria-label="Device"
    maxlength="253"
    value={address.params.get('device') ?? ''}
    onchange={(event) => show({ device: event.currentTarget.value.trim() })}
  />
  {#if isFiltered}
    <button class="btn btn-ghost h-7" onclick={() => show({ kind: '', state: '', who: '', device: '' })}
      >Clear filter</button
    >
  {/if}
</div>

{#if found?.jobs.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    {#if isFiltered}
      <h2>No job fits</h2>
      <p class="mt-1">Take a choice away, or write the whole name of the device.</p>
    {:else}
      <h2>Nothing has run yet</h2>
      <p class="mt-1">
        Copies and imports appear here. <a class="underline" href="/fleet">Copy a device from the fleet.</a>
      </p>
    {/if}
  </div>
{:else if found}
  <div class="panel mt-3 overflow-x-auto">
    <table class="rows" {@attach rowKeys('job')}>
      <thead
        ><tr
          ><th>Job</th><th class="text-right">No.</th><th>Asked by</th><th>When</th><th>Took</th><th
            class="w-44">Progress</th
          ><th>Outcome</th><th></th></tr
        ></thead
      >
      <tbody>
        {#each found.jobs as job (job.id)}
          <tr>
            <td><a class="font-semibold hover:underline" href="/jobs/{job.id}">{job.title}</a></td>
            <td class="text-quiet mono text-right">{job.id}</td>
            <td>{job.askedBy}</td>
            <td class="whitespace-nowrap"><When at={job.askedAt} /></td>
            <td class="whitespace-nowrap">{tookOf(job, clock.now)}</td>
            <td><JobBar {job} /></td>
            <td>{stateOf(job)}</td>
            <td class="text-right">
              {#if session.mayAct && !job.endedAt}
                <button
                  class="btn h-7"
                  disabled={job.stopAsked}
                  title={job.stopAsked ? 'It ends after what is in hand' : undefined}
                  aria-label="Stop job {job.id}"
                  onclick={() => stop(job)}>{job.stopAsked ? 'Stopping' : 'Stop'}</button
                >
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <Pager page={wanted.page} size={PAGE} matching={found.matching} one="job" />
{/if}
