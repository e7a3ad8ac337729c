<script lang="ts">
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import { inOrder, movedTo, type Manner } from '$lib/parts/change/manner';

  interface Props {
    manner: Manner;
    devices: readonly string[];
    onchoose: (manner: Manner) => void;
    onno: () => void;
  }

  let { manner, devices, onchoose, onno }: Props = $props();
  // svelte-ignore state_referenced_locally
  let allOrNone = $state(manner.allOrNone);
  // svelte-ignore state_referenced_locally
  let pace = $state<'all' | 'one' | 'some'>(
    manner.atOnce === 0 ? 'all' : manner.atOnce === 1 ? 'one' : 'some'
  );
  // svelte-ignore state_referenced_locally
  let some = $state(Math.max(2, manner.atOnce));
  // svelte-ignore state_referenced_locally
  let stopAfter = $state(manner.stopAfter);
  // svelte-ignore state_referenced_locally
  let order = $state(inOrder(devices, manner.order));
  let dragged = $state<number | undefined>();
  let list: HTMLOListElement | undefined = $state();

  const atOnce = $derived(pace === 'all' ? 0 : pace === 'one' ? 1 : some);

  /** The focus goes along with what was moved. */
  function move(from: number, to: number) {
    if (to < 0 || to >= order.length) return;
    order = movedTo(order, from, to);
    setTimeout(() => list?.querySelectorAll<HTMLElement>('li')[to]?.focus());
  }

  function arrows(event: KeyboardEvent, at: number) {
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
    event.preventDefault();
    move(at, at + (event.key === 'ArrowUp' ? -1 : 1));
  }

  function send(event: SubmitEvent) {
    event.preventDefault();
    onchoose({ allOrNone, atOnce, stopAfter, order });
  }
</script>

<Dialog title="How it runs" oncancel={onno}>
  <form class="mt-2 grid w-[32rem] max-w-full gap-4" onsubmit={send}>
    <fieldset class="grid gap-1">
      <legend class="font-semibold">What is kept</legend>
      <label class="flex items-center gap-2">
        <input type="radio" class="radio radio-sm" value={true} bind:group={allOrNone} />
        All or none: nothing is kept before every device is exact
      </label>
      <label class="flex items-center gap-2">
        <input type="radio" class="radio radio-sm" value={false} bind:group={allOrNone} />
        Device by device: each stands alone
      </label>
      {#if !allOrNone}
        <label class="ml-6 flex items-center gap-2">
          No further one begins after
          <input
            class="input w-20"
            type="number"
            min="1"
            max="2000"
            required
            bind:value={stopAfter}
            aria-label="Failures"
          />
          {stopAfter === 1 ? 'failure' : 'failures'}
        </label>
      {/if}
    </fieldset>
    <fieldset class="grid gap-1">
      <legend class="font-semibold">How many at once</legend>
      <label class="flex items-center gap-2">
        <input type="radio" class="radio radio-sm" value="all" bind:group={pace} /> All together
      </label>
      <label class="flex items-center gap-2">
        <input type="radio" class="radio radio-sm" value="one" bind:group={pace} /> One after the other
      </label>
      <label class="flex items-center gap-2">
        <input type="radio" class="radio radio-sm" value="some" bind:group={pace} /> At most
        <input
          class="input w-20"
          type="number"
          min="2"
          max="500"
          required
          disabled={pace !== 'some'}
          bind:value={some}
          aria-label="Devices at once"
        /> at once
      </label>
    </fieldset>
    <div>
      <p class="font-semibold">In this order</p>
      <p class="text-quiet">Drag a device, or move it with the arrow keys.</p>
      <ol bind:this={list} class="border-base-300 mt-1 max-h-56 overflow-y-auto rounded border">
        {#each order as name, at (name)}
          <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
          <li
            tabindex="0"
            draggable="true"
            aria-label="{at + 1}. {name}"
            class={['flex cursor-grab items-center gap-3 px-3 py-1', dragged === at && 'bg-chosen']}
            ondragstart={() => (dragged = at)}
            ondragend={() => (dragged = undefined)}
            ondragover={(event) => {
              event.preventDefault();
              if (dragged === undefined || dragged === at) return;
              order = movedTo(order, dragged, at);
              dragged = at;
            }}
            onkeydown={(event) => arrows(event, at)}
          >
            <span class="text-quiet w-6 text-right tabular-nums">{at + 1}</span>
            <span class="grow">{name}</span>
          </li>
        {/each}
      </ol>
    </div>
    <div class="flex gap-2">
      <button class="btn btn-primary">Save</button>
      <button type="button" class="btn" onclick={onno}>Cancel</button>
    </div>
  </form>
</Dialog>
