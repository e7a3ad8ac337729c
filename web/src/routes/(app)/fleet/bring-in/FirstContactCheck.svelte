<script lang="ts">
  import { api, need, type BaseAnswer, type FirstContact } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { sayOf } from './firstContact';

  interface Props {
    platform: string;
    contact: FirstContact | undefined;
    /** What was filled in beside it, by the keys of the fields. */
    values: Record<string, string>;
  }

  let { platform, contact, values }: Props = $props();
  let device = $state('');
  let pasted = $state('');
  let answers = $state.raw<BaseAnswer[] | undefined>();

  /** The address that people see may be translated: only a text that was pasted is held against it. */
  function known() {
    if (device !== '') return {};
    const isSecret = (key: string) => contact?.fields.find((field) => field.key === key)?.isSecret;
    return Object.fromEntries(Object.entries(values).filter(([key]) => !isSecret(key)));
  }

  const checking = new Submission(async () => {
    answers = undefined;
    const params = { path: { name: platform } };
    const body = device === '' ? { text: pasted, values: known() } : { device, values: known() };
    answers = await need(api.POST('/api/platforms/{name}/first-contact/check', { params, body }));
  });
</script>

<section class="panel mt-4 p-4" aria-labelledby="check">
  <h2 id="check">Check a device against this list</h2>
  <form class="mt-2" onsubmit={checking.submit}>
    <div class="flex items-end gap-2">
      <Field label="Device of the fleet" class="grow">
        <input class="input mono w-full" bind:value={device} maxlength="253" />
      </Field>
      <button class="btn" disabled={device === '' && pasted.trim() === ''}>Check</button>
    </div>
    {#if device === ''}
      <Field label="or its configuration, pasted" class="mt-2">
        <textarea class="textarea mono h-20 w-full" bind:value={pasted} spellcheck="false" wrap="off"
        ></textarea>
      </Field>
    {/if}
  </form>
  <ProblemNote problem={checking.problem} class="mt-3" />
  {#if answers}
    <table class="rows mt-3" aria-label="What the device was told">
      <thead><tr><th>Item</th><th>Told</th><th>Evidence</th></tr></thead>
      <tbody>
        {#each answers as answer (answer.title)}
          <tr>
            <td>{answer.title}</td>
            <td
              class={answer.verdict === 'THERE'
                ? 'text-success'
                : answer.neededFor
                  ? 'text-quiet'
                  : 'text-error'}>{sayOf(answer)}</td
            >
            <td class="mono break-all"
              >{#if answer.line !== undefined}<span class="text-quiet">{answer.line + 1}</span>
                {answer.evidence}{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</section>
