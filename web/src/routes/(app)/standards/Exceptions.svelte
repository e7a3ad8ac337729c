<script lang="ts">
  import { api, need, type ClauseException } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { count } from '$lib/text/time';
  import { endsSoon } from '$lib/parts/standard/clauseText';

  interface Props {
    exceptions: readonly ClauseException[];
    onended: () => void;
  }

  let { exceptions, onended }: Props = $props();
  let ended = 0;
  const open = $derived(exceptions.filter((each) => !each.endedAt));
  const over = $derived(exceptions.filter((each) => each.endedAt));
  const soon = $derived(open.filter((each) => endsSoon(each, new Date())));

  const ending = new Submission(async () => {
    await need(api.DELETE('/api/exceptions/{id}', { params: { path: { id: ended } } }));
    onended();
  });

  function end(id: number) {
    ended = id;
    return ending.send();
  }
</script>

{#if exceptions.length > 0}
  <details class="panel mt-3 p-4" open={soon.length > 0}>
    <summary class="cursor-pointer">
      <b>{count(open.length, 'exception')}</b>
      {#if soon.length > 0}<span class="text-warning font-semibold"
          >· {soon.length} {soon.length === 1 ? 'ends' : 'end'} within a week</span
        >{/if}
      {#if over.length > 0}<span class="text-quiet">· {over.length} ended</span>{/if}
    </summary>
    <ProblemNote problem={ending.problem} class="mt-2" />
    <table class="rows mt-2">
      <thead><tr><th>Device</th><th>Clause</th><th>Why</th><th>Whose</th><th>Ends</th><th></th></tr></thead>
      <tbody>
        {#each exceptions as each (each.id)}
          <tr class={each.endedAt ? 'text-quiet' : ''}>
            <td
              ><a class="hover:underline" href="/devices/{encodeURIComponent(each.device)}">{each.device}</a
              ></td
            >
            <td>{each.tag}</td>
            <td class="max-w-[20rem] truncate" title="{each.reason}, said {each.madeBy}">{each.reason}</td>
            <td>{each.owner}</td>
            <td class={endsSoon(each, new Date()) ? 'text-warning font-semibold' : ''}>
              {#if each.endedAt}ended <When at={each.endedAt} />{each.endedBy
                  ? ` by ${each.endedBy}`
                  : ' by itself'}
              {:else}<When at={each.endsAt} />{/if}
            </td>
            <td class="text-right">
              {#if session.mayAct && !each.endedAt}
                <button
                  class="btn btn-sm"
                  aria-label="End the exception of {each.device} from {each.tag}"
                  disabled={ending.isSending}
                  onclick={() => end(each.id)}>End it</button
                >
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </details>
{/if}
