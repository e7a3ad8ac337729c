<script lang="ts">
  import { keys } from '$lib/state/keys.svelte';

  let { open = $bindable(false) }: { open?: boolean } = $props();
</script>

{#if open}
  <dialog
    {@attach (dialog) => dialog.showModal()}
    onclose={() => (open = false)}
    class="modal"
    aria-label="Keys"
  >
    <div class="modal-box panel max-w-md">
      <h2>Keys on this page</h2>
      <dl class="mt-3 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        {#each keys.all as binding (binding.key)}
          <dt><kbd>{binding.key.replace('ctrl+k', 'Ctrl K')}</kbd></dt>
          <dd>{binding.says}</dd>
        {/each}
        <dt><kbd>Tab</kbd></dt>
        <dd>go through everything that can be used</dd>
      </dl>
      <form method="dialog" class="modal-action"><button class="btn">Close</button></form>
    </div>
  </dialog>
{/if}
