<script lang="ts">
  import { api, need, type PastStanding } from '$lib/api/client';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { session } from '$lib/state/session.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';

  /** Of a job that has ended. */
  let { job }: { job: number } = $props();
  let standing = $state<PastStanding | undefined>();
  let asks = $state(false);
  const params = $derived({ path: { job } });
  const doing = new Doing(async () => {
    standing = await need(api.GET('/api/past-configurations/{job}', { params }));
  });
  whenever(() => job, doing.load);

  async function takeBack() {
    asks = false;
    await doing.act(() => need(api.DELETE('/api/past-configurations/{job}', { params })));
  }
</script>

<!-- What a job brought in from files, and the way out again. -->
<ProblemNote problem={doing.problem} class="mt-3" />
{#if standing && standing.revisions > 0}
  <p class="mt-3 flex items-center gap-3">
    {count(standing.revisions, 'revision')} of {count(standing.devices, 'device')}
    {standing.revisions === 1 ? 'stands' : 'stand'} there from this job.
    {#if session.mayAct}<button class="btn" onclick={() => (asks = true)}>Take out again…</button>{/if}
  </p>
{:else if standing}
  <p class="text-quiet mt-3">Nothing of what this job brought in is there any more.</p>
{/if}
{#if asks && standing}
  <Confirm
    title="Take {count(standing.revisions, 'revision')} out again?"
    yes="Take out"
    isFinal
    onyes={takeBack}
    onno={() => (asks = false)}
  >
    They go from {count(standing.devices, 'device')}, with the labels and notes that were written to them.
    What was copied by Chaperone stays. The files can be brought in once more.
  </Confirm>
{/if}
