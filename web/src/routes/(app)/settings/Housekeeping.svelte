<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type Grown } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { session } from '$lib/state/session.svelte';

  const KINDS: { kind: Grown; says: string }[] = [
    { kind: 'JOBS', says: 'Jobs and their lines' },
    { kind: 'DEVICE_EVENTS', says: 'What became different about devices' },
    { kind: 'TRACES', says: 'Log-ins and edits that devices told' },
    { kind: 'CREDENTIAL_USES', says: 'Uses of credential sets' },
    { kind: 'RECORDINGS', says: 'Recordings of consoles' },
    { kind: 'ROUTINE_RUNS', says: 'What came of routines' },
    { kind: 'REMOVALS', says: 'What was removed, to be put back' }
  ];
  let days = $state<Record<string, number>>({});
  let kept = $state<Grown | undefined>();

  const doing = new Doing(async () => {
    days = await need(api.GET('/api/housekeeping'));
  });

  async function keep(kind: Grown) {
    kept = undefined;
    const isDone = await doing.act(() =>
      need(
        api.PUT('/api/housekeeping/{kind}', {
          params: { path: { kind } },
          body: { keepDays: days[kind] ?? 1 }
        })
      )
    );
    if (isDone) kept = kind;
  }

  onMount(doing.load);
</script>

<section class="mt-6" aria-labelledby="housekeeping">
  <h2 id="housekeeping">How long other records are kept</h2>
  <p class="text-quiet max-w-3xl">
    What is older goes every night. Jobs and consoles that go on stay, and so does the last run of each
    routine. The audit log is never thinned out.
  </p>
  <ProblemNote problem={doing.problem} class="mt-2" />
  <div class="panel mt-2 grid max-w-3xl grid-cols-[1fr_auto] items-center gap-x-4 gap-y-1.5 px-4 py-3">
    {#each KINDS as { kind, says } (kind)}
      <label for="days-{kind}">{says}</label>
      <span class="flex items-center gap-2">
        <input
          id="days-{kind}"
          class="input w-24"
          type="number"
          min="1"
          max="36500"
          bind:value={days[kind]}
          onchange={() => keep(kind)}
          disabled={!session.mayManage}
        />
        days
        <span role="status" class="text-success w-10 font-semibold">{kept === kind ? 'Kept.' : ''}</span>
      </span>
    {/each}
  </div>
</section>
