<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { api, need, type Person } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { fieldOf, instantOf } from '$lib/text/moment';

  let { oncancel }: { oncancel: () => void } = $props();
  const MONTH = 30 * 86_400_000;
  const zone = preferences.zone;
  let standards = $state.raw<readonly string[]>([]);
  let all = $state.raw<readonly Person[]>([]);
  let standard = $state('');
  let title = $state('');
  let query = $state('');
  let day = $state(fieldOf(new Date(Date.now() - MONTH).toISOString(), zone).slice(0, 10));
  let reviewers = $state<string[]>([]);

  const doing = new Doing(async () => {
    const [rows, people] = await Promise.all([need(api.GET('/api/standards')), need(api.GET('/api/people'))]);
    standards = rows.filter(({ isPublished }) => isPublished).map(({ name }) => name);
    standard ||= standards[0] ?? '';
    all = people;
  });
  onMount(() => {
    doing.load();
  });

  const opening = new Submission(async () => {
    const since = instantOf(`${day}T00:00`, zone) ?? '';
    const body = { standard, title, since, reviewers, ...(query.trim() ? { query } : {}) };
    const opened = await need(api.POST('/api/reviews', { body }));
    await goto(`/standards/reviews/${opened.number}`);
  });
</script>

<Dialog title="A new review" {oncancel}>
  <p class="text-quiet mt-1">It takes what the standard says of the fleet now. That stays as it is.</p>
  <ProblemNote problem={doing.problem} class="mt-2" />
  <form class="mt-2 grid gap-2" onsubmit={opening.submit}>
    <Field label="Title" hint="Such as November, payment network." error={opening.of('title')}>
      <!-- svelte-ignore a11y_autofocus -->
      <input class="input w-full" maxlength="120" required bind:value={title} autofocus />
    </Field>
    <div class="grid grid-cols-2 gap-3">
      <Field label="Standard" error={opening.of('standard')}>
        <select class="select w-full" bind:value={standard}>
          {#each standards as each (each)}<option value={each}>{each}</option>{/each}
        </select>
      </Field>
      <Field label="With what has ended since" error={opening.of('since')}>
        <input class="input w-full" type="date" required bind:value={day} />
      </Field>
    </div>
    <Field label="Which devices" hint="A query; empty for all of them." error={opening.of('query')}>
      <input class="input w-full" maxlength="2000" bind:value={query} />
    </Field>
    <fieldset>
      <legend>Who signs</legend>
      <div class="mt-1 flex flex-wrap gap-x-4 gap-y-1">
        {#each all as person (person.account)}
          <label class="flex items-center gap-2"
            ><input
              type="checkbox"
              class="checkbox checkbox-sm"
              value={person.account}
              bind:group={reviewers}
            />
            {person.fullName || person.account}</label
          >
        {/each}
      </div>
    </fieldset>
    <FormEnd
      submission={opening}
      send="Open the review"
      why={reviewers.length === 0 ? 'Somebody has to sign it.' : undefined}
      {oncancel}
    />
  </form>
</Dialog>
