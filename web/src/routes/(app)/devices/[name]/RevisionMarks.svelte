<script lang="ts">
  import { regret } from '$lib/state/regret.svelte';
  import { api, asProblem, need, type ConfigKind, type Problem, type Revision } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { session } from '$lib/state/session.svelte';
  import { once } from '$lib/state/once';

  interface Props {
    name: string;
    kind: ConfigKind;
    revision: Revision;
    onmarked: () => Promise<void>;
  }

  let { name, kind, revision, onmarked }: Props = $props();
  let writes = $state<'LABEL' | 'NOTE' | undefined>();
  let text = $state('');
  let problem = $state.raw<Problem | undefined>();

  const path = $derived({ name, number: revision.number });

  async function act(deed: () => Promise<unknown>) {
    try {
      await deed();
      [writes, text, problem] = [undefined, '', undefined];
    } catch (thrown) {
      problem = asProblem(thrown);
    }
    await onmarked();
  }

  const put = once(() => {
    const body = { kind: writes ?? ('NOTE' as const), text };
    return act(() =>
      need(
        api.POST('/api/devices/{name}/revisions/{number}/marks', { params: { path, query: { kind } }, body })
      )
    );
  });

  const remove = (id: number) =>
    act(() => {
      const params = { path: { ...path, id }, query: { kind } };
      const removed = need(api.DELETE('/api/devices/{name}/revisions/{number}/marks/{id}', { params }));
      return regret.of(`Took away what was written to revision ${revision.number}.`, removed, onmarked);
    });
</script>

<div
  class="flex flex-wrap items-center gap-x-2 gap-y-1"
  role="group"
  aria-label="Labels and notes of revision {revision.number}"
>
  {#each revision.marks as mark (mark.id)}
    <span class={mark.kind === 'LABEL' ? 'chip font-semibold' : 'bg-base-200 rounded-field px-2 py-0.5'}>
      {mark.text}
      <span class="text-quiet font-normal">{mark.madeBy}, <When at={mark.madeAt} /></span>
      {#if session.mayAct}
        <button
          class="text-quiet hover:text-act-text ml-1 cursor-pointer px-1"
          aria-label="Remove {mark.text}"
          onclick={() => remove(mark.id)}>×</button
        >
      {/if}
    </span>
  {/each}
  {#if session.mayAct}
    {#if writes}
      <form class="flex gap-2" onsubmit={put}>
        <!-- svelte-ignore a11y_autofocus -->
        <input
          class="input w-72"
          bind:value={text}
          required
          autofocus
          maxlength={writes === 'LABEL' ? 40 : 2000}
          aria-label={writes === 'LABEL' ? 'Label' : 'Note'}
          placeholder={writes === 'LABEL' ? 'before the kiosks' : 'what is worth knowing of it'}
          onkeydown={(event) => event.key === 'Escape' && (writes = undefined)}
        />
        <button class="btn btn-primary">Save</button>
        <button class="btn" type="button" onclick={() => (writes = undefined)}>Cancel</button>
      </form>
    {:else}
      <button class="btn" onclick={() => (writes = 'LABEL')}>Label {revision.number}…</button>
      <button class="btn" onclick={() => (writes = 'NOTE')}>Note…</button>
    {/if}
  {/if}
</div>
<ProblemNote {problem} class="mt-2" />
