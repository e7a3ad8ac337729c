<script lang="ts">
  import { api, need } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { fieldOf, instantOf } from '$lib/text/moment';
  import { count } from '$lib/text/time';

  interface Props {
    standard: string;
    tag: string;
    devices: readonly string[];
    ongranted: () => void;
    oncancel: () => void;
  }

  let { standard, tag, devices, ongranted, oncancel }: Props = $props();
  const DAY = 86_400_000;
  const zone = preferences.zone;
  const dayIn = (days: number) => fieldOf(new Date(Date.now() + days * DAY).toISOString(), zone).slice(0, 10);
  let reason = $state('');
  let owner = $state(session.who?.name ?? '');
  let day = $state(dayIn(14));

  const granting = new Submission(async () => {
    // The day that is named is still one of it.
    const endsAt = instantOf(`${day}T23:59`, zone) ?? '';
    await need(
      api.POST('/api/standards/{name}/exceptions', {
        params: { path: { name: standard } },
        body: { tag, devices: [...devices], reason, owner, endsAt }
      })
    );
    ongranted();
  });
</script>

<Dialog
  title="Except {devices.length === 1 ? devices[0] : count(devices.length, 'device')} from {tag}"
  {oncancel}
>
  <p class="text-quiet mt-1">
    The clause does not count there until then, and refuses no change. It ends by itself.
  </p>
  <form class="mt-3 grid gap-3" onsubmit={granting.submit}>
    <Field label="Why" error={granting.of('reason')}>
      <!-- svelte-ignore a11y_autofocus -->
      <input class="input w-full" maxlength="500" required bind:value={reason} autofocus />
    </Field>
    <div class="grid grid-cols-2 gap-3">
      <Field label="Whose it is" hint="Sees to it that the reason goes away." error={granting.of('owner')}>
        <input class="input w-full" maxlength="100" required bind:value={owner} />
      </Field>
      <Field label="Until the end of" error={granting.of('endsAt')}>
        <input class="input w-full" type="date" required min={dayIn(0)} max={dayIn(730)} bind:value={day} />
      </Field>
    </div>
    <FormEnd submission={granting} send="Except" {oncancel} />
  </form>
</Dialog>
