<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import { onMount } from 'svelte';
  import { api, need, type Agreed } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { regret } from '$lib/state/regret.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    device: string;
    onclose: () => void;
  }

  let { device, onclose }: Props = $props();
  const agreed = new Latest<Agreed>();
  // svelte-ignore state_referenced_locally
  const params = { path: { name: device } };
  const parts = $derived(agreed.value?.parts ?? []);
  let note = $state('');

  /** The very revision that is shown here: what comes meanwhile is not adopted unseen. */
  const adopting = new Submission(async () => {
    await need(
      api.POST('/api/devices/{name}/agreed', {
        params,
        body: { revision: agreed.value?.running, note: note || undefined }
      })
    );
    regret.tell(`What ${device} runs is agreed now.`);
    onclose();
  });

  onMount(() => void agreed.ask(need(api.GET('/api/devices/{name}/agreed', { params }))));
</script>

<Dialog title="Adopt what {device} runs?" oncancel={onclose}>
  <form onsubmit={adopting.submit}>
    <ProblemNote problem={agreed.problem} class="mt-2" />
    {#if agreed.value}
      <p class="mt-1">
        {#if parts.length === 0}It runs what was agreed.{:else}{count(parts.length, 'part')} of its configuration
          {parts.length === 1 ? 'differs' : 'differ'} from what was agreed:{/if}
      </p>
      <ScrolledText label="What differs" class="my-2 max-h-40">
        <ul class="mono">
          {#each parts as part (part.key)}<li class="truncate" title={part.label}>{part.label}</li>{/each}
        </ul>
      </ScrolledText>
      <p class="text-quiet">
        From now on this is agreed: it cannot be taken back, only put back by a change. <a
          class="underline"
          href="/drift?{new URLSearchParams({ device })}">Compare, or adopt a part</a
        >
      </p>
    {:else if !agreed.problem}<p class="text-quiet">Loading…</p>{/if}
    <Field label="Why it is right" class="mt-3" error={adopting.of('note')}>
      <!-- svelte-ignore a11y_autofocus -->
      <input class="input w-full" maxlength="2000" bind:value={note} autofocus />
    </Field>
    <FormEnd
      submission={adopting}
      send="Adopt"
      oncancel={onclose}
      why={agreed.value
        ? parts.length === 0
          ? 'Nothing differs.'
          : undefined
        : 'What differs is not known yet.'}
    />
  </form>
</Dialog>
