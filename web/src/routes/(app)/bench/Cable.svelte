<script lang="ts">
  import { api, asProblem, need, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { once } from '$lib/state/once';

  interface Props {
    name: string;
    onclose: () => void;
  }

  let { name, onclose }: Props = $props();
  let text = $state('');
  let screen = $state('');
  let problem = $state<Problem | undefined>();

  const paste = once(async () => {
    try {
      const shown = await need(
        api.POST('/api/bench/stand-ins/{name}/cable', { params: { path: { name } }, body: { text } })
      );
      screen = shown.screen;
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  });
</script>

<section class="panel mt-3 p-3.5" aria-label="Cable of {name}">
  <div class="flex items-center gap-2">
    <h2 class="grow">Cable of {name}</h2>
    <button class="btn" onclick={onclose}>Pull it out</button>
  </div>
  <form class="mt-2" onsubmit={paste}>
    <textarea
      class="textarea mono h-40 w-full"
      bind:value={text}
      aria-label="What to paste at the cable"
      maxlength="20000"
      spellcheck="false"
      {@attach (area) => area.focus()}></textarea>
    <button class="btn btn-primary mt-2">Paste it</button>
  </form>
  {#if problem}<div class="mt-2"><ProblemNote {problem} /></div>{/if}
  {#if screen}
    <textarea
      class="textarea mono bg-base-200 mt-2 h-64 w-full"
      aria-label="Screen"
      wrap="off"
      readonly
      value={screen.replaceAll('\r', '')}></textarea>
  {/if}
</section>
