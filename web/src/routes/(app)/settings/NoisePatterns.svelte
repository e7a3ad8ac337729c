<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type NoisePattern } from '$lib/api/client';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { session } from '$lib/state/session.svelte';

  let leaves = $state.raw<NoisePattern | undefined>();
  let patterns = $state<NoisePattern[]>([]);

  const doing = new Doing(async () => {
    patterns = await need(api.GET('/api/noise-patterns'));
  });
  const takeBack = (id: number) =>
    doing.act(() => need(api.DELETE('/api/noise-patterns/{id}', { params: { path: { id } } })));

  const reach = (pattern: NoisePattern) =>
    pattern.platform
      ? `platform ${pattern.platform}`
      : pattern.group
        ? `group ${pattern.group}`
        : (pattern.device ?? 'a device that is gone');

  onMount(doing.load);
</script>

<section class="mt-6" aria-labelledby="noise">
  <h2 id="noise">Lines set aside as noise</h2>
  <p class="text-quiet max-w-3xl">
    Beside what each platform sets aside itself. Point at a line in a comparison and press <kbd>s</kbd> for another
    one.
  </p>
  <ProblemNote problem={doing.problem} class="mt-2" />
  {#if patterns.length === 0}<p class="mt-2">Nobody has set anything aside yet.</p>
  {:else}
    <div class="panel mt-2 max-w-5xl overflow-x-auto">
      <table class="rows">
        <thead><tr><th>Name</th><th>For</th><th>Pattern</th><th>Why</th><th>Made</th><th></th></tr></thead>
        <tbody>
          {#each patterns as pattern (pattern.id)}
            <tr class={pattern.takenBackAt ? 'text-quiet' : ''}>
              <td class="font-semibold">{pattern.name}</td>
              <td>{reach(pattern)}</td>
              <td class="mono">{pattern.pattern}</td>
              <td>{pattern.reason}</td>
              <td class="whitespace-nowrap">{pattern.madeBy}, <When at={pattern.madeAt} /></td>
              <td class="text-right whitespace-nowrap">
                {#if pattern.takenBackAt}taken back by {pattern.takenBackBy}, <When
                    at={pattern.takenBackAt}
                  />
                {:else if session.mayAct}
                  <button class="btn" onclick={() => (leaves = pattern)} aria-label="Remove {pattern.name}…"
                    >Remove…</button
                  >
                {/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
</section>

{#if leaves}
  {@const pattern = leaves}
  <Confirm
    title="Remove the noise pattern “{pattern.name}”?"
    yes="Remove it"
    isFinal
    onyes={() => {
      takeBack(pattern.id);
      leaves = undefined;
    }}
    onno={() => (leaves = undefined)}
  >
    What it set aside counts again, in the past too: revisions that differ in nothing else are shown apart. It
    stays in this list, and can be written anew.
  </Confirm>
{/if}
