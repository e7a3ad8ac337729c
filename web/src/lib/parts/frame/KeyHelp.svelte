<script lang="ts">
  import { keys } from '$lib/keys/keys.svelte';
  import { keyName } from './keyNames';

  let { open = $bindable(false) }: { open?: boolean } = $props();
  const pages = $derived(keys.listed.filter(({ key }) => key.startsWith('g ')));
  // The keys of the page stand before those that every page has.
  const others = $derived(keys.listed.filter(({ key }) => !key.startsWith('g ')));
</script>

{#if open}
  <!-- A click beside it, which falls on the dialog itself, and the key that opened it close it too. -->
  <dialog
    {@attach (dialog) => dialog.showModal()}
    onclose={() => (open = false)}
    onclick={(event) => event.target === event.currentTarget && event.currentTarget.close()}
    onkeydown={(event) => {
      if (event.key !== '?') return;
      // Else the page would open it again.
      event.preventDefault();
      event.currentTarget.close();
    }}
    class="modal"
    aria-label="Keys"
  >
    <div class="modal-box panel max-w-3xl">
      <h2>Keys on this page</h2>
      <div class="mt-3 grid gap-x-8 gap-y-3 md:grid-cols-[1fr_15rem]">
        <dl class="grid grid-cols-[auto_1fr] content-start gap-x-4 gap-y-1">
          {#each others as binding (binding.key)}
            <dt class="whitespace-nowrap">
              {#each [binding.key, ...(binding.also ?? [])] as key (key)}<kbd class="mr-1">{keyName(key)}</kbd
                >{/each}
            </dt>
            <dd>{binding.says}</dd>
          {/each}
          <dt><kbd>Tab</kbd></dt>
          <dd>go through everything that can be used</dd>
        </dl>
        <div>
          <h3 class="text-quiet font-semibold">One key, then the other, to a page</h3>
          <dl class="mt-1 grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5">
            {#each pages as binding (binding.key)}
              <dt class="whitespace-nowrap"><kbd>g</kbd> <kbd>{binding.key.slice(2)}</kbd></dt>
              <dd>{binding.says}</dd>
            {/each}
          </dl>
        </div>
      </div>
      <form method="dialog" class="modal-action mt-4"><button class="btn">Close</button></form>
    </div>
  </dialog>
{/if}
