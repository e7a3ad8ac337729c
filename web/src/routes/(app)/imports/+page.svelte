<script lang="ts">
  import { rowKeys } from '$lib/keys/rowKeys';
  import { onMount } from 'svelte';
  import { api, asProblem, need, type Job, type Problem } from '$lib/api/client';
  import JobBar from '$lib/parts/job/JobBar.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { importCounts } from '../jobs/jobText';

  let jobs = $state<Job[] | undefined>();
  let problem = $state<Problem | undefined>();

  async function load() {
    try {
      const query = { size: 200, kinds: ['IMPORT', 'RANGE'] as ('IMPORT' | 'RANGE')[] };
      jobs = (await need(api.GET('/api/jobs', { params: { query } }))).jobs;
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  onMount(() => {
    load();
    return live.on('job', load);
  });
</script>

<svelte:head><title>Imports · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Imports</h1>
    <p class="text-quiet">
      Every list and range that was brought in, with what came of it. Failed lines can be tried again, with
      another credential set too.
    </p>
  </div>
  {#if session.mayAct}<a class="btn btn-primary" href="/fleet/bring-in">Bring devices in…</a>{/if}
</div>

<ProblemNote {problem} class="mt-3" />

{#if jobs?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>Nothing was brought in yet</h2>
    <p class="mt-1">
      A single address, a CSV list, or a look through address ranges: each leaves a record here that stays.
    </p>
  </div>
{:else if jobs}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows" {@attach rowKeys('import')}>
      <thead>
        <tr>
          <th>Import</th><th>Asked by</th><th>When</th><th class="w-40">Progress</th>
          <th class="text-right">In hand</th><th class="text-right">Added</th>
          <th class="text-right">Already known</th><th class="text-right">Nobody there</th>
          <th class="text-right">Failed</th>
        </tr>
      </thead>
      <tbody>
        {#each jobs as job (job.id)}
          {@const counts = importCounts(job)}
          <tr>
            <td><a class="font-semibold hover:underline" href="/jobs/{job.id}">{job.title}</a></td>
            <td>{job.askedBy}</td>
            <td class="whitespace-nowrap"><When at={job.askedAt} /></td>
            <td><JobBar {job} /></td>
            <td class="text-right">{counts.inHand || ''}</td>
            <td class="text-success text-right font-semibold">{counts.added || ''}</td>
            <td class="text-right">{counts.known || ''}</td>
            <td class="text-quiet text-right">{counts.nobody || ''}</td>
            <td class="text-right">
              {#if counts.failed > 0}<a
                  class="text-error font-semibold underline"
                  href="/jobs/{job.id}?state=FAILED">{counts.failed}</a
                >{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{:else if !problem}<p class="text-quiet mt-4">Loading…</p>{/if}
