<script lang="ts">
  import { api, need } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  interface Props {
    name: string;
    onclose: () => void;
  }

  let { name, onclose }: Props = $props();
  let text = $state('');
  let screen = $state('');

  const pasting = new Submission(async () => {
    const shown = await need(
      api.POST('/api/bench/stand-ins/{name}/cable', { params: { path: { name } }, body: { text } })
    );
    screen = shown.screen;
  });
</script>

<section class="panel mt-3 p-3.5" aria-label="Cable of {name}">
  <div class="flex items-center gap-2">
    <h2 class="grow">Cable of {name}</h2>
    <button class="btn" onclick={onclose}>Pull it out</button>
  </div>
  <form class="mt-2" onsubmit={pasting.submit}>
    <textarea
      class="textarea mono h-40 w-full"
      bind:value={text}
      aria-label="What to paste at the cable"
      maxlength="20000"
      spellcheck="false"
      {@attach (area) => area.focus()}></textarea>
    <button class="btn btn-primary mt-2">Paste it</button>
  </form>
  <ProblemNote problem={pasting.problem} class="mt-2" />
  {#if screen}
    <textarea
      class="textarea mono bg-base-200 mt-2 h-64 w-full"
      aria-label="Screen"
      wrap="off"
      readonly
      value={screen.replaceAll('\r', '')}></textarea>
  {/if}
</section>
