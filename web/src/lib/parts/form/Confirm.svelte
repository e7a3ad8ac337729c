<script lang="ts">
  import type { Snippet } from 'svelte';
  import Dialog from './Dialog.svelte';

  interface Props {
    /** The question, with names and numbers. */
    title: string;
    /** What happens if the answer is yes. */
    children: Snippet;
    yes: string;
    no?: string;
    /** Whether it cannot be taken back. */
    isFinal?: boolean;
    onyes: () => void;
    onno: () => void;
  }

  let { title, children, yes, no = 'Cancel', isFinal = false, onyes, onno }: Props = $props();
</script>

<Dialog {title} asks oncancel={onno}>
  <div class="mt-2">{@render children()}</div>
  <div class="mt-4 flex gap-2">
    <button class="btn {isFinal ? 'btn-error' : 'btn-primary'}" onclick={onyes}>{yes}</button>
    <!-- svelte-ignore a11y_autofocus -->
    <button class="btn" onclick={onno} autofocus>{no}</button>
  </div>
</Dialog>
