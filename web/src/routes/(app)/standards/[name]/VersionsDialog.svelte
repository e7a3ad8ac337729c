<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import { onMount } from 'svelte';
  import { api, need, type Standard, type StandardVersion } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { versionText } from '$lib/parts/standard/clauseText';
  import { Doing } from '$lib/state/doing.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  interface Props {
    name: string;
    onkept: (standard: Standard) => void;
    oncancel: () => void;
  }

  let { name, onkept, oncancel }: Props = $props();
  let versions = $state.raw<StandardVersion[] | undefined>();
  let before = $state<number | undefined>();
  let after = $state(0);
  const difference = new Latest<string>();
  const params = (number: number) => ({ params: { path: { name, number } } });
  const titleOf = (number: number) => (number === 0 ? 'as it is written' : `text ${number}`);

  const doing = new Doing(async () => {
    versions = await need(api.GET('/api/standards/{name}/versions', { params: { path: { name } } }));
    before ??= versions[0]?.number;
  });
  onMount(() => {
    doing.load();
  });

  whenever(
    () => `${before} ${after}`,
    () => {
      if (before === undefined) return;
      void difference.ask(
        need(
          api.GET('/api/standards/{name}/versions/{number}/difference', {
            params: { path: { name, number: before }, query: { with: after } },
            parseAs: 'text' as const
          })
        )
      );
    }
  );

  const takingBack = new Submission(async () => {
    const yaml = await need(
      api.GET('/api/standards/{name}/versions/{number}/yaml', {
        ...params(before ?? 0),
        parseAs: 'text' as const
      })
    );
    onkept(await need(api.PUT('/api/standards/{name}/yaml', { params: { path: { name } }, body: { yaml } })));
  });

  const look = (line: string) =>
    line.startsWith('+') ? 'bg-added' : line.startsWith('-') ? 'bg-removed' : 'text-quiet';
</script>

<Dialog title="Texts of {name} that were in force" wide {oncancel}>
  <ProblemNote problem={doing.problem ?? difference.problem ?? takingBack.problem} class="mt-2" />
  {#if versions?.length === 0}
    <p class="mt-2">Nothing of it was published yet.</p>
  {:else if versions}
    <table class="rows mt-2">
      <thead
        ><tr
          ><th>A</th><th>B</th><th>Text</th><th>Published</th><th>By</th><th>What differs from before</th></tr
        ></thead
      >
      <tbody>
        <tr>
          <td></td>
          <td
            ><input
              type="radio"
              class="radio radio-sm"
              aria-label="B: as it is written"
              bind:group={after}
              value={0}
            /></td
          >
          <td colspan="4">as it is written</td>
        </tr>
        {#each versions as version (version.number)}
          <tr>
            <td
              ><input
                type="radio"
                class="radio radio-sm"
                aria-label="A: text {version.number}"
                bind:group={before}
                value={version.number}
              /></td
            >
            <td
              ><input
                type="radio"
                class="radio radio-sm"
                aria-label="B: text {version.number}"
                bind:group={after}
                value={version.number}
              /></td
            >
            <td>{version.number}</td>
            <td class="whitespace-nowrap"><When at={version.publishedAt} /></td>
            <td>{version.publishedBy}</td>
            <td>{versionText(version)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if difference.value}
      <ScrolledText label="How they differ" class="mt-3 max-h-80">
        <pre class="mono">{#each difference.value.split('\n') as line, i (i)}<span
              class={['block', look(line)]}>{line || ' '}</span
            >{/each}</pre>
      </ScrolledText>
    {:else if !difference.isAwaited && !difference.problem}
      <p class="mt-3">They say the same: {titleOf(before ?? 0)}, and {titleOf(after)}.</p>
    {/if}
  {/if}
  <div class="mt-4 flex gap-2">
    {#if session.mayAct && before}
      <button class="btn" disabled={takingBack.isSending} onclick={takingBack.send}
        >Write on from text {before}</button
      >
    {/if}
    <button class="btn" onclick={oncancel}>Close</button>
  </div>
</Dialog>
