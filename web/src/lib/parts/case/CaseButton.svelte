<script lang="ts">
  import type { CaseItemInput } from '$lib/api/client';
  import { session } from '$lib/state/session.svelte';
  import CaseDialog from './CaseDialog.svelte';

  interface Props {
    items: readonly CaseItemInput[];
    class?: string;
    onopened?: () => void;
  }

  let { items, class: look = 'btn', onopened }: Props = $props();
  let asks = $state(false);
</script>

{#if session.mayAccount}
  <button class={look} onclick={() => (asks = true)}>Case…</button>
{/if}
{#if asks}
  <CaseDialog
    {items}
    ondone={() => {
      asks = false;
      onopened?.();
    }}
  />
{/if}
