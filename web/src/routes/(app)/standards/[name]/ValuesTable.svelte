<script lang="ts">
  import { api, need, type StandardText } from '$lib/api/client';
  import { saveFile } from '$lib/files/saveFile';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { session } from '$lib/state/session.svelte';

  interface Props {
    fields: readonly string[];
    sites: readonly string[];
    values: Record<string, Record<string, string>>;
    onfill: (site: string, field: string, value: string) => void;
    /** What was read from a file takes the place of what stands there. */
    onread: (values: Record<string, Record<string, string>>) => void;
    text: StandardText;
  }

  let { fields, sites, values, onfill, onread, text }: Props = $props();

  let file: HTMLInputElement | undefined = $state();
  let csv = '';

  const saving = new Submission(async () => {
    const bytes = await need(api.POST('/api/site-values/table', { body: text, parseAs: 'blob' as const }));
    saveFile(bytes as unknown as Blob, 'site-values.csv');
  });

  const reading = new Submission(async () => {
    const read = await need(api.POST('/api/site-values/read', { body: { csv } }));
    onread(read.values as Record<string, Record<string, string>>);
  });

  async function read() {
    const chosen = file?.files?.[0];
    if (!chosen) return;
    csv = await chosen.text();
    await reading.send();
    if (file) file.value = '';
  }
</script>

<div class="mt-3 flex items-center gap-2">
  <h2 class="grow">What each site fills in</h2>
  <button class="btn btn-sm" disabled={saving.isSending} onclick={saving.send}>As CSV</button>
  {#if session.mayAct}
    <button class="btn btn-sm" disabled={reading.isSending} onclick={() => file?.click()}>From CSV…</button>
    <input
      bind:this={file}
      class="hidden"
      type="file"
      accept=".csv,text/csv"
      aria-label="CSV"
      onchange={read}
    />
  {/if}
</div>
<ProblemNote problem={reading.problem ?? saving.problem} class="mt-2" />
<div class="panel mt-2 max-h-72 overflow-auto">
  <table class="rows">
    <caption class="sr-only">What each site fills in</caption>
    <thead>
      <tr
        ><th>Site</th>{#each fields as field (field)}<th class="mono">{field}</th>{/each}</tr
      >
    </thead>
    <tbody>
      {#each sites as site (site)}
        <tr>
          <th scope="row" class="font-normal">{site}</th>
          {#each fields as field (field)}
            <td>
              <input
                class="input mono input-sm w-full"
                maxlength="500"
                disabled={!session.mayAct}
                aria-label="{field} at {site}"
                value={values[site]?.[field] ?? ''}
                onchange={(event) => onfill(site, field, event.currentTarget.value)}
              />
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>
