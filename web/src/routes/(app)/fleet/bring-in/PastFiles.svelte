<script lang="ts">
  import type { PastPreview } from '$lib/api/client';
  import When from '$lib/parts/form/When.svelte';
  import { count } from '$lib/text/time';
  import { DATED } from './pastFiles';

  let { preview }: { preview: PastPreview } = $props();
  const PORTION = 200;
  let wanted = $state<string | undefined>();
  let most = $state(PORTION);
  const matching = $derived(preview.files.filter((file) => wanted === undefined || file.verdict === wanted));
  const shown = $derived(matching.slice(0, most));
  const comesIn = (verdict: string) => verdict === 'REVISION' || verdict === 'SAME';

  function show(verdict: string | undefined) {
    [wanted, most] = [wanted === verdict ? undefined : verdict, PORTION];
  }
</script>

<!-- What becomes of each file; what does not come in stands first. -->
<div class="flex flex-wrap gap-1.5" role="group" aria-label="What becomes of them">
  <button type="button" class="chip" aria-pressed={wanted === undefined} onclick={() => show(undefined)}
    >all <span class="text-quiet">{preview.allFiles}</span></button
  >
  {#each preview.counts as each (each.verdict)}
    <button
      type="button"
      class="chip"
      aria-pressed={wanted === each.verdict}
      onclick={() => show(each.verdict)}><b>{each.files}</b> {each.says}</button
    >
  {/each}
</div>
<div class="mt-2 max-h-[26rem] overflow-y-auto">
  <table class="rows" aria-label="Files">
    <thead><tr><th>File</th><th>Device</th><th>From</th><th>What becomes of it</th></tr></thead>
    <tbody>
      {#each shown as file, i (i)}
        <tr>
          <td class="mono max-w-60 truncate" title={file.path}>{file.path}</td>
          <td class="whitespace-nowrap">{file.device ?? ''}{file.kind === 'SAVED' ? ' saved' : ''}</td>
          <td class="whitespace-nowrap" title={DATED[file.dated]}>
            {#if file.at}<When at={file.at} />
              {#if file.dated === 'FILE'}<span class="text-quiet block">{DATED.FILE}</span>{/if}{/if}
          </td>
          <td class={comesIn(file.verdict) ? '' : 'text-warning'}>{file.says}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</div>
{#if shown.length < matching.length}
  <p class="mt-2">
    {count(shown.length, 'file')} of {matching.length.toLocaleString('en-GB')} shown.
    <button type="button" class="btn" onclick={() => (most += PORTION)}>Show more</button>
  </p>
{/if}
{#if preview.allFiles > preview.files.length && shown.length === matching.length}
  <p class="text-quiet mt-2">The list ends here: of {count(preview.allFiles, 'file')} these are the first.</p>
{/if}
