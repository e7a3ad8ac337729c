<script lang="ts">
  import { onMount, type Snippet } from 'svelte';

  interface Props {
    title: string;
    /** Whether it asks something that has to be answered before anything else. */
    asks?: boolean;
    /** Whether lines of a configuration stand in it. */
    wide?: boolean;
    children: Snippet;
    oncancel: () => void;
  }

  let { title, asks = false, wide = false, children, oncancel }: Props = $props();
  let dialog: HTMLDialogElement | undefined = $state();

  onMount(() => dialog?.showModal());
</script>

<dialog
  bind:this={dialog}
  class="panel m-auto p-5 {wide ? 'w-[760px]' : 'w-[520px]'}"
  role={asks ? 'alertdialog' : undefined}
  aria-label={title}
  oncancel={(event) => {
    event.preventDefault();
    oncancel();
  }}
>
  <h2>{title}</h2>
  {@render children()}
</dialog>
