<script lang="ts">
  import { rowKeys } from '$lib/state/rowKeys';
  import { onMount } from 'svelte';
  import { api, asProblem, need, type Job, type Problem } from '$lib/api/client';
  import JobBar from '$lib/parts/job/JobBar.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { live } from '$lib/state/live.svelte';
  import { stateOf } from './jobText';

  let jobs = $state<Job[] | undefined>();
  let problem = $state<Problem | undefined>();

  async function load() {
    try {
      jobs = (await need(api.GET('/api/jobs', { params: { query: { size: 50 } } }))).jobs;
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

<svelte:head><title>Running · Chaperone</title></svelte:head>

<h1>What is running, and what ran</h1>
<p class="text-quiet">The latest 50 jobs. They go on when you leave this page.</p>

<ProblemNote {problem} class="mt-3" />

{#if jobs?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>Nothing has run yet</h2>
    <p class="mt-1">
      Copies and imports appear here. <a class="underline" href="/fleet">Copy a device from the fleet.</a>
    </p>
  </div>
{:else if jobs}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows" {@attach rowKeys('job')}>
      <thead
        ><tr><th>Job</th><th>Asked by</th><th>When</th><th class="w-56">Progress</th><th>Outcome</th></tr
        ></thead
      >
      <tbody>
        {#each jobs as job (job.id)}
          <tr>
            <td><a class="font-semibold hover:underline" href="/jobs/{job.id}">{job.title}</a></td>
            <td>{job.askedBy}</td>
            <td><When at={job.askedAt} /></td>
            <td><JobBar {job} /></td>
            <td>{stateOf(job)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}
