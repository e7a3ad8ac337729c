<script lang="ts">
  import { api, need } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { devicesSaid } from '$lib/state/devicesSaid';
  import { Submission } from '$lib/state/submission.svelte';

  interface Props {
    /** Names or a query to begin with. */
    devices: string;
    /** With the rollout's number if one was planned. */
    onclose: (number?: number) => void;
  }

  let { devices, onclose }: Props = $props();
  let title = $state('');
  // svelte-ignore state_referenced_locally
  let said = $state(devices);

  const planning = new Submission(async () => {
    const names = await devicesSaid(said);
    const rollout = await need(api.POST('/api/rollouts', { body: { title, devices: names } }));
    onclose(rollout.number);
  });
</script>

<Dialog title="Plan a rollout" oncancel={() => onclose()}>
  <form class="mt-2 grid w-[36rem] max-w-full gap-3" onsubmit={planning.submit}>
    <Field label="What it is for" error={planning.of('title')}>
      <!-- svelte-ignore a11y_autofocus -->
      <input class="input w-full" maxlength="120" bind:value={title} autofocus />
    </Field>
    <Field
      label="Devices"
      hint="Names, or a query such as model is C2024 and current is no. Each is given the standard release of its model."
      error={planning.of('devices')}
    >
      <textarea class="textarea mono h-24 w-full" required maxlength="10000" bind:value={said}></textarea>
    </Field>
    <FormEnd submission={planning} send="Plan it" oncancel={() => onclose()} class="" />
  </form>
</Dialog>
