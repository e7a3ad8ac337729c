<script lang="ts">
  import { page } from '$app/state';
  import { draft } from '$lib/state/draft.svelte';
  import { count } from '$lib/text/time';
  import { titleOf } from './changeText';

  const row = $derived(draft.row);
  const path = $derived(row && `/changes/${row.number}`);
</script>

{#if row && page.url.pathname !== path}
  <aside aria-label="Draft change" class="tray">
    <strong>{titleOf(row)}</strong>
    <span class="grow truncate">
      {#if row.edits === 0}no edit yet
      {:else}{count(row.edits, 'edit')} on {row.devices.join(', ')}{/if}
    </span>
    <a class="btn btn-accent" href={path}>Open the preview</a>
  </aside>
{/if}

<style>
  /* What else stands at the lower edge makes room for it. */
  :global(:root:has(aside[aria-label='Draft change'])) {
    --tray: 48px;
  }
  .tray {
    height: 48px;
    position: sticky;
    bottom: 0;
    z-index: 15;
    display: flex;
    align-items: center;
    gap: 14px;
    padding: 8px 20px 8px 192px;
    background: var(--color-neutral);
    color: var(--color-neutral-content);
  }
</style>
