<script lang="ts">
  import { asProblem, type Problem } from '$lib/api/client';
  import { saveFrom } from '$lib/files/saveFile';
  import Menu from '$lib/parts/form/Menu.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';

  interface Props {
    name: string;
  }

  let { name }: Props = $props();
  const FORMATS = ['pdf', 'html', 'csv', 'json'] as const;
  const SHOWN = [
    { show: 'FAILED', word: 'What failed' },
    { show: 'PASSED', word: 'What passed' },
    { show: 'BOTH', word: 'Both' }
  ];
  const DAY = 86_400_000;
  let show = $state('FAILED');
  let query = $state('');
  let days = $state(31);
  let problem = $state.raw<Problem | undefined>();

  async function save(format: string) {
    problem = undefined;
    const from = new Date(Date.now() - days * DAY).toISOString();
    const asked = new URLSearchParams({ show, from, ...(query.trim() ? { query: query.trim() } : {}) });
    await saveFrom(`/api/standards/${encodeURIComponent(name)}/report.${format}?${asked}`).catch(
      (thrown) => (problem = asProblem(thrown))
    );
  }
</script>

<Menu label="Report" buttonClass="btn" class="mt-1 w-72 p-3">
  <div class="grid gap-2">
    <label class="grid gap-1"
      >Which verdicts
      <select class="select w-full" bind:value={show}>
        {#each SHOWN as each (each.show)}<option value={each.show}>{each.word}</option>{/each}
      </select></label
    >
    <label class="grid gap-1"
      >Which devices
      <input class="input w-full" maxlength="2000" placeholder="all; or site is Dunsay" bind:value={query} />
    </label>
    <label class="grid gap-1"
      >Ended in the last
      <select class="select w-full" bind:value={days}>
        <option value={7}>week</option>
        <option value={31}>month</option>
        <option value={92}>quarter</option>
        <option value={366}>year</option>
      </select></label
    >
    <div class="flex gap-1">
      {#each FORMATS as format (format)}
        <button class="btn grow px-2" onclick={() => save(format)}>{format.toUpperCase()}</button>
      {/each}
    </div>
    <ProblemNote {problem} />
  </div>
</Menu>
