<script lang="ts">
  import type { Submission } from '$lib/state/submission.svelte';
  import ProblemNote from './ProblemNote.svelte';

  interface Props {
    submission: Submission;
    /** What sending does, in a word or two. */
    send: string;
    cancel?: string;
    oncancel?: () => void;
    /** Why it cannot be sent yet. */
    why?: string | undefined;
    class?: string;
  }

  let { submission, send, cancel = 'Cancel', oncancel, why, class: place = 'mt-4' }: Props = $props();
</script>

<div class="grid gap-3 {place}">
  <ProblemNote problem={submission.problem} />
  <div class="flex gap-2">
    <button class="btn btn-primary" disabled={why !== undefined || submission.isSending} title={why}
      >{send}</button
    >
    {#if oncancel}<button class="btn" type="button" onclick={oncancel}>{cancel}</button>{/if}
    {#if why}<span class="text-quiet self-center">{why}</span>{/if}
  </div>
</div>
