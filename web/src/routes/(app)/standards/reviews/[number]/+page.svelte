<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { api, asProblem, need, type Problem, type Review } from '$lib/api/client';
  import { saveFrom } from '$lib/files/saveFile';
  import Menu from '$lib/parts/form/Menu.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import SignForm from './SignForm.svelte';

  const number = $derived(Number(page.params.number ?? 0));
  const path = $derived({ params: { path: { number } } });
  const found = new Latest<Review>();
  const review = $derived(found.value);
  const load = () => found.ask(need(api.GET('/api/reviews/{number}', path)));
  const show = (next: Review) => found.ask(Promise.resolve(next));
  let problem = $state.raw<Problem | undefined>();
  whenever(() => number, load);
  onMount(() => live.on('fleet', load));

  const mine = $derived(
    review?.signatures.find(
      ({ reviewer, signedAt }) => !signedAt && reviewer.toLowerCase() === session.who?.name.toLowerCase()
    )
  );
  const isSigned = $derived(review?.signatures.some(({ signedAt }) => signedAt) ?? false);
  const withdrawing = new Submission(async () => {
    await show(await need(api.POST('/api/reviews/{number}/withdraw', path)));
  });

  async function save(format: string) {
    problem = undefined;
    await saveFrom(`/api/reviews/${number}/report.${format}`).catch(
      (thrown) => (problem = asProblem(thrown))
    );
  }
</script>

<svelte:head><title>Review {number} · Chaperone</title></svelte:head>

<ProblemNote problem={found.problem ?? withdrawing.problem ?? problem} />
{#if review}
  <div class="flex items-start gap-2">
    <div class="min-w-0 grow">
      <h1><span class="text-quiet font-normal">Review {number}</span> {review.title}</h1>
      <p class="text-quiet">
        <a class="underline" href="/standards?standard={encodeURIComponent(review.standard)}"
          >{review.standard}</a
        >, text {review.text}, as it judged {review.devices} devices on <When at={review.madeAt} />; with what
        has ended since <When at={review.since} /> · opened by {review.madeBy}{review.withdrawnBy
          ? ` · withdrawn by ${review.withdrawnBy}`
          : ''}
      </p>
    </div>
    <Menu label="Report" buttonClass="btn" class="mt-1 w-36">
      {#each ['pdf', 'html', 'csv', 'json'] as format (format)}
        <button class="btn btn-ghost w-full justify-start" onclick={() => save(format)}
          >As {format.toUpperCase()}</button
        >
      {/each}
    </Menu>
    {#if session.mayAccount && !isSigned && !review.withdrawnBy}
      <button class="btn" disabled={withdrawing.isSending} onclick={withdrawing.send}>Withdraw</button>
    {/if}
  </div>
  <div class="mt-3 grid grid-cols-1 items-start gap-3 xl:grid-cols-2">
    <section class="panel p-4" aria-label="Results">
      <h2>Results</h2>
      <dl class="mt-2 grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
        <dt>hold</dt>
        <dd class="font-semibold">{review.all.pass}</dd>
        <dt>fail</dt>
        <dd class={['font-semibold', review.all.fail > 0 && 'text-error']}>{review.all.fail}</dd>
        <dt>excepted</dt>
        <dd class="font-semibold">{review.all.excepted}</dd>
        <dt>not known</dt>
        <dd class="font-semibold">{review.all.notKnown}</dd>
      </dl>
      <p class="text-quiet mt-3">SHA-256 of the results as JSON</p>
      <p class="mono break-all">{review.digest}</p>
    </section>
    <section class="panel p-4" aria-label="Signatures">
      <h2>Signatures</h2>
      <ul class="mt-2 grid gap-2">
        {#each review.signatures as signature (signature.reviewer)}
          <li>
            <b>{signature.reviewer}</b>
            {#if signature.signedAt}
              <span class={signature.accepts ? 'text-success' : 'text-error font-semibold'}
                >{signature.accepts ? 'accepts' : 'objects'}</span
              >
              <span class="text-quiet"><When at={signature.signedAt} /></span>
              {#if signature.remark}<p class="whitespace-pre-wrap">{signature.remark}</p>{/if}
            {:else}<span class="text-quiet">has not signed yet</span>{/if}
          </li>
        {/each}
      </ul>
      {#if mine && !review.withdrawnBy}<SignForm {number} onsigned={show} />{/if}
    </section>
  </div>
{:else if !found.problem}<p class="text-quiet">Loading…</p>{/if}
