<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type Standard } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  interface Props {
    name: string;
    /** Whether something on the page would be lost. */
    isKept: boolean;
    onkept: (standard: Standard) => void;
    oncancel: () => void;
  }

  let { name, isKept, onkept, oncancel }: Props = $props();
  let yaml = $state('');
  const params = () => ({ params: { path: { name } } });

  const doing = new Doing(async () => {
    yaml = await need(api.GET('/api/standards/{name}/yaml', { ...params(), parseAs: 'text' as const }));
  });
  onMount(() => {
    doing.load();
  });

  const keeping = new Submission(async () => {
    onkept(await need(api.PUT('/api/standards/{name}/yaml', { ...params(), body: { yaml } })));
  });
</script>

<Dialog title="{name} as YAML" wide {oncancel}>
  <p class="text-quiet mt-1">
    The draft as it was kept last. What you send takes its place{isKept
      ? ''
      : ', and that of what is on the page and not kept yet'}.
  </p>
  <form class="mt-2" onsubmit={keeping.submit}>
    <ProblemNote problem={doing.problem} />
    <textarea
      class="textarea mono h-96 w-full whitespace-pre"
      aria-label="YAML"
      spellcheck="false"
      maxlength="500000"
      readonly={!session.mayAct}
      bind:value={yaml}></textarea>
    {#if session.mayAct}
      <FormEnd submission={keeping} send="Keep as the draft" {oncancel} />
    {:else}
      <button class="btn mt-3" type="button" onclick={oncancel}>Close</button>
    {/if}
  </form>
</Dialog>
