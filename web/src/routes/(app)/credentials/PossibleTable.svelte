<script lang="ts">
  import { api, asProblem, need, type Possible, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/ProblemNote.svelte';
  import type { Protocol } from '$lib/text/logIns';

  interface Props {
    protocols: Protocol[];
    files: 'PLATFORM' | 'SCP' | 'SFTP' | 'HTTPS' | 'NONE';
  }

  let { protocols, files }: Props = $props();
  let platforms = $state<Possible[]>([]);
  let problem = $state<Problem | undefined>();

  // What was asked last counts: answers may overtake each other.
  let asked = 0;

  $effect(() => {
    const mine = ++asked;
    need(api.GET('/api/credential-sets/possible', { params: { query: { protocols, files } } }))
      .then((found) => {
        if (mine === asked) platforms = found;
      })
      .catch((thrown) => (problem = asProblem(thrown)));
  });
</script>

{#snippet answer(why: string | undefined)}
  {#if why === undefined}<span class="text-success">possible</span>
  {:else}<span class="text-quiet">{why}</span>{/if}
{/snippet}

{#if problem}<ProblemNote {problem} />{/if}
<table class="rows" aria-label="What this makes possible">
  <thead><tr><th>Platform</th><th>Copy</th><th>Put back</th><th>Image transfer</th></tr></thead>
  <tbody aria-live="polite">
    {#each platforms as platform (platform.platform)}
      <tr>
        <td class="whitespace-nowrap">{platform.title}</td>
        <td>{@render answer(platform.whyNoCopy)}</td>
        <td>{@render answer(platform.whyNoPutBack)}</td>
        <td>{@render answer(platform.whyNoImageTransfer)}</td>
      </tr>
    {/each}
  </tbody>
</table>
