<script lang="ts">
  import type { PastEdit } from '$lib/api/client';
  import When from '$lib/parts/form/When.svelte';
  import Who from '$lib/parts/history/Who.svelte';
  import { address } from '$lib/state/address.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { count } from '$lib/text/time';
  import { deedText } from '$lib/text/deed';

  interface Props {
    edits: readonly PastEdit[];
    until: string;
    isStale: boolean;
    /** From 0. */
    page: number;
    /** Edits on a page. */
    size: number;
  }

  let { edits, until, isStale, page, size }: Props = $props();
  const go = (to: number) => address.change({ page: to > 0 ? String(to) : '' });
  const TONE: Record<string, string> = {
    ADDED: 'text-success',
    REMOVED: 'text-error',
    MODIFIED: 'text-warning'
  };
  const pathOf = (edit: PastEdit) => `/devices/${encodeURIComponent(edit.device)}?b=${edit.number}`;
</script>

<div class={['mt-3', isStale && 'opacity-60']} aria-busy={isStale}>
  <div class="flex items-center gap-3">
    <p class="grow" role="status">
      <b
        >{edits.length === 0
          ? 'Nothing like it came or went.'
          : edits.length < size && page === 0
            ? count(edits.length, 'edit')
            : `Edits ${page * size + 1} to ${page * size + edits.length}`}</b
      >
      {#if edits.length === 0}<span class="text-quiet"
          >What stood there at the first copy and was never touched is no edit.</span
        >{/if}
    </p>
    {#if page > 0}<button class="btn" onclick={() => go(page - 1)}>Newer</button>{/if}
    {#if edits.length === size}<button class="btn" onclick={() => go(page + 1)}>Older</button>{/if}
    <label class="flex items-center gap-1.5"
      >until
      <input
        class="input w-48"
        type="datetime-local"
        value={until}
        onchange={(event) => address.change({ until: event.currentTarget.value, page: '' })}
      />
    </label>
  </div>
  {#if edits.length > 0}
    <div class="panel mt-2 overflow-x-auto">
      <table class="rows" {@attach rowKeys('edit')}>
        <thead
          ><tr><th>Device</th><th>When</th><th></th><th>Statement</th><th>Below</th><th>Who</th></tr></thead
        >
        <tbody>
          {#each edits as edit, i (i)}
            <tr class="align-top">
              <td class="whitespace-nowrap"><a class="font-semibold" href={pathOf(edit)}>{edit.device}</a></td
              >
              <td class="whitespace-nowrap"><When at={edit.at} /></td>
              <td class={['font-semibold', TONE[edit.kind]]}>{deedText(edit)}</td>
              <td class="mono w-1/2 max-w-0">
                {#if edit.before && edit.after && edit.before !== edit.after}<span
                    class="text-quiet block truncate"
                    title={edit.before}>{edit.before}</span
                  >{/if}
                <span class="block truncate" title={edit.after || edit.before}
                  >{edit.after || edit.before}</span
                >
              </td>
              <td class="mono text-quiet max-w-48 truncate" title={edit.path}>{edit.path || '—'}</td>
              <td class="max-w-56 truncate"><Who who={edit.who} /></td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
</div>
