<script lang="ts">
  import { api, need, type Case, type Person } from '$lib/api/client';
  import { named } from '$lib/parts/case/caseText';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  interface Props {
    number: number;
    messages: Case['messages'];
    people: readonly Person[];
    onchanged: (next: Case) => void;
  }

  let { number, messages, people, onchanged }: Props = $props();
  let text = $state('');
  const accounts = $derived(people.map(({ account }) => account));

  const saying = new Submission(async () => {
    const next = await need(
      api.POST('/api/cases/{number}/messages', { params: { path: { number } }, body: { text } })
    );
    text = '';
    onchanged(next);
  });
</script>

<section class="panel p-4" aria-label="Conversation">
  <h2>Conversation</h2>
  {#each messages as message, i (i)}
    <div class="border-base-300 mt-2 border-t pt-2 first-of-type:border-t-0">
      <p class="break-words whitespace-pre-wrap">
        {#each named(message.text, accounts) as piece, j (j)}{#if piece.isName}<b class="text-act-text"
              >{piece.text}</b
            >{:else}{piece.text}{/if}{/each}
      </p>
      <p class="text-quiet text-[0.88rem]">{message.madeBy}, <When at={message.madeAt} /></p>
    </div>
  {:else}<p class="text-quiet mt-1">Nobody has said anything yet.</p>{/each}
  {#if session.mayAccount}
    <form class="mt-3 grid gap-2" onsubmit={saying.submit}>
      <textarea
        class="textarea w-full"
        rows="3"
        maxlength="4000"
        required
        aria-label="What you say"
        placeholder="@ and an account’s name tells them on their desk"
        bind:value={text}></textarea>
      <ProblemNote problem={saying.problem} />
      <button class="btn justify-self-start" disabled={saying.isSending}>Say it</button>
    </form>
  {/if}
</section>
