<script lang="ts">
  import { api, need, type FindingNote, type FindingRow } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  interface Props {
    finding: FindingRow;
  }

  let { finding }: Props = $props();
  let text = $state('');
  const notes = new Latest<FindingNote[]>();
  const params = () => ({
    params: { path: { name: finding.standard, device: finding.device, tag: finding.tag } }
  });

  whenever(
    () => `${finding.standard} ${finding.device} ${finding.tag}`,
    () => {
      notes.forget();
      text = '';
      void notes.ask(need(api.GET('/api/standards/{name}/findings/{device}/{tag}/notes', params())));
    }
  );

  const writing = new Submission(async () => {
    const all = await need(
      api.POST('/api/standards/{name}/findings/{device}/{tag}/notes', { ...params(), body: { text } })
    );
    text = '';
    await notes.ask(Promise.resolve(all));
  });
</script>

<ProblemNote problem={notes.problem ?? writing.problem} class="mt-2" />
{#each notes.value ?? [] as note, i (i)}
  <p class="mt-1">
    {note.text} <span class="text-quiet">{note.madeBy}, <When at={note.madeAt} /></span>
  </p>
{/each}
{#if session.mayAct}
  <form class="mt-2 flex gap-2" onsubmit={writing.submit}>
    <input
      class="input grow"
      aria-label="A note to this finding"
      placeholder="A note"
      maxlength="2000"
      required
      bind:value={text}
    />
    <button class="btn" disabled={writing.isSending}>Write it down</button>
  </form>
{/if}
