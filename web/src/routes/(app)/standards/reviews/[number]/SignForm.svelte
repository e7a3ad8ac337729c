<script lang="ts">
  import { api, need, type Review } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  interface Props {
    number: number;
    onsigned: (next: Review) => void;
  }

  let { number, onsigned }: Props = $props();
  let remark = $state('');
  let accepts = true;

  const signing = new Submission(async () => {
    const body = { accepts, remark };
    onsigned(await need(api.POST('/api/reviews/{number}/sign', { params: { path: { number } }, body })));
  });

  function sign(without: boolean) {
    accepts = without;
    return signing.send();
  }
</script>

<form class="mt-4 grid gap-2" onsubmit={(event) => event.preventDefault()}>
  <Field
    label="Your remark"
    hint="Whoever objects says to what. A signature cannot be taken back."
    error={signing.of('remark')}
  >
    <textarea class="textarea w-full" rows="2" maxlength="2000" bind:value={remark}></textarea>
  </Field>
  <ProblemNote problem={signing.problem} />
  <div class="flex gap-2">
    <button class="btn btn-primary" type="button" disabled={signing.isSending} onclick={() => sign(true)}
      >Sign: I accept</button
    >
    <button class="btn" type="button" disabled={signing.isSending} onclick={() => sign(false)}
      >Sign: I object</button
    >
  </div>
</form>
