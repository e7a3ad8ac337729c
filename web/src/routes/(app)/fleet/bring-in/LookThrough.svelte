<script lang="ts">
  import { accountsOf } from '$lib/text/logIns';
  import { goto } from '$app/navigation';
  import { api, need, type CredentialSet, type ListPreview } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { leadTo } from './listPlaces';
  import ListPlaces from './ListPlaces.svelte';
  import ListSummary from './ListSummary.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  let { sets }: { sets: readonly CredentialSet[] } = $props();
  const EXAMPLE = '192.0.2.1 - 192.0.2.40\n198.51.100.0/26\n2001:db8::100 - 2001:db8::1ff';
  let ranges = $state('');
  let chosen = $state<number[]>([]);
  let port = $state(22);
  let perSecond = $state(20);

  const preview = new Latest<ListPreview>();
  const mistakes = $derived(preview.value?.mistakes ?? []);
  whenever(
    () => ({ ranges, port }),
    (body) => {
      if (body.ranges.trim() === '') return preview.forget();
      return preview.soon(() => preview.ask(need(api.POST('/api/imports/range-preview', { body }))));
    }
  );
  let field: HTMLTextAreaElement | undefined = $state();

  const looking = new Submission(async () => {
    const body = { ranges, credentialSets: chosen, port, perSecond };
    const started = await need(api.POST('/api/imports/ranges', { body }));
    await goto(`/jobs/${started.job}`);
  });

  const toggle = (id: number) =>
    (chosen = chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id]);

  const whyNot = $derived(
    !session.mayAct
      ? 'Your role may look at the fleet, but not add to it.'
      : chosen.length === 0
        ? 'Choose a credential set first: it logs in to every address that answers.'
        : chosen.length > 5
          ? 'At most five sets are tried one after the other.'
          : mistakes.length > 0
            ? 'The ranges have a mistake.'
            : undefined
  );
</script>

<form class="mt-4 grid grid-cols-[minmax(0,1fr)_300px] items-start gap-4" onsubmit={looking.submit}>
  <div class="panel p-4">
    <h2>Address ranges</h2>
    <p class="text-quiet mt-1">One a line: first and last address, a prefix, or a single address.</p>
    <textarea
      class="textarea mono mt-2 h-56 w-full"
      aria-label="Ranges"
      bind:this={field}
      {@attach (area) => area.focus()}
      bind:value={ranges}
      maxlength="20000"
      spellcheck="false"
      required
      placeholder={EXAMPLE}></textarea>
    <ProblemNote problem={looking.problem ?? preview.problem} class="mt-3" lists={false} />
    {#if mistakes.length > 0 && !preview.isStale}
      <div role="alert">
        <ListPlaces
          csv={ranges}
          places={mistakes}
          says="What is wrong"
          ongo={(line) => field && leadTo(field, line)}
        />
      </div>
    {/if}
    <p class="text-quiet mt-3">
      Every address is called once. Where something answers, the credential sets are tried in their order
      until one opens it; an address with nobody is no failure. The look can be left and stopped at any time.
    </p>
  </div>
  <div class="panel p-4">
    <fieldset>
      <legend class="font-semibold">Credential sets, in the order of choosing</legend>
      {#each sets as set (set.id)}
        <label class="mt-1 flex items-center gap-2 py-1">
          <input
            type="checkbox"
            class="checkbox checkbox-sm"
            checked={chosen.includes(set.id)}
            onchange={() => toggle(set.id)}
          />
          <span class="grow">{set.name} <span class="text-quiet">({accountsOf(set.logIns)})</span></span>
          {#if chosen.includes(set.id)}<span class="tag">{chosen.indexOf(set.id) + 1}.</span>{/if}
        </label>
      {:else}<p class="text-quiet">There is no credential set yet.</p>{/each}
    </fieldset>
    {#if chosen.length > 1}<p class="text-warning mt-2">
        A device that locks accounts after wrong log-ins counts each set that it refuses.
      </p>{/if}
    <Field label="Port" class="mt-3">
      <input class="input w-full" type="number" min="1" max="65535" bind:value={port} required />
    </Field>
    <Field label="Addresses a second, at most" class="mt-3">
      <input class="input w-full" type="number" min="1" max="50" bind:value={perSecond} required />
    </Field>
    <ListSummary
      preview={mistakes.length > 0 ? undefined : preview.value}
      isStale={preview.isStale}
      conflicting="outside of what may be called"
    />
    <button
      class="btn btn-primary mt-4 w-full"
      disabled={looking.isSending || whyNot !== undefined}
      title={whyNot}>Look through</button
    >
    {#if whyNot && ranges.trim() !== ''}<p class="text-quiet mt-2">{whyNot}</p>{/if}
  </div>
</form>
