<script lang="ts">
  import { api, need, type Freeze } from '$lib/api/client';
  import QueryBar from '$lib/parts/fleet/QueryBar.svelte';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { fieldOf, instantOf } from '$lib/text/moment';

  let { onclose }: { onclose: (kept: boolean) => void } = $props();
  const HOUR = 3_600_000;
  const zone = preferences.zone;
  let reason = $state('');
  let starts = $state('');
  let ends = $state(fieldOf(new Date(Date.now() + 24 * HOUR).toISOString(), zone));
  let query = $state('');
  let lifter = $state<Freeze['lifter']>('APPROVER');

  const keeping = new Submission(async () => {
    const startsAt = starts ? instantOf(starts, zone) : undefined;
    const endsAt = instantOf(ends, zone) ?? '';
    await need(api.POST('/api/freezes', { body: { reason, startsAt, endsAt, query, lifter } }));
    onclose(true);
  });
</script>

<Dialog title="A new freeze" oncancel={() => onclose(false)}>
  <form class="mt-2 grid w-[34rem] max-w-full gap-3" onsubmit={keeping.submit}>
    <Field label="Why" error={keeping.of('reason')}>
      <!-- svelte-ignore a11y_autofocus -->
      <input class="input w-full" maxlength="300" required bind:value={reason} autofocus />
    </Field>
    <div class="grid grid-cols-2 gap-3">
      <Field label="From" hint="Empty: from now on." error={keeping.of('startsAt')}>
        <input class="input w-full" type="datetime-local" bind:value={starts} />
      </Field>
      <Field label="Until" hint={zone ?? 'your own time'} error={keeping.of('endsAt')}>
        <input class="input w-full" type="datetime-local" required bind:value={ends} />
      </Field>
    </div>
    <Field label="Which devices" hint="Empty: the whole fleet." error={keeping.of('query')}>
      <QueryBar
        value={query}
        label="Which devices"
        hint="the whole fleet, or such as: site is Quay"
        problem={keeping.problem?.span ? keeping.problem : undefined}
        onchange={(text) => (query = text)}
      />
    </Field>
    <Field label="May be lifted by" hint="Administrators always may." error={keeping.of('lifter')}>
      <select class="select w-full" bind:value={lifter}>
        <option value="ENGINEER">engineers</option>
        <option value="APPROVER">approvers</option>
        <option value="ADMINISTRATOR">administrators only</option>
      </select>
    </Field>
    <FormEnd submission={keeping} send="Declare" oncancel={() => onclose(false)} class="" />
  </form>
</Dialog>
