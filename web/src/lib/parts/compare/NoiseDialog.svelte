<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import { onMount } from 'svelte';
  import { api, asProblem, need, type Group, type NoiseEffect, type Problem } from '$lib/api/client';
  import { count } from '$lib/text/time';
  import { Submission } from '$lib/state/submission.svelte';
  import Dialog from '../form/Dialog.svelte';
  import Field from '../form/Field.svelte';
  import FormEnd from '../form/FormEnd.svelte';
  import ProblemNote from '../form/ProblemNote.svelte';

  interface Props {
    /** The line to set aside, and how it stands on the other side. */
    line: string;
    other?: string | undefined;
    /** The device that is looked at; none for texts that were pasted. */
    device?: string | undefined;
    platform: string;
    onclose: (kept: boolean) => void;
  }

  let { line, other, device, platform, onclose }: Props = $props();
  let name = $state('');
  let pattern = $state('');
  let reason = $state('');
  let reach = $state('');
  let groups = $state<Group[]>([]);
  let effect = $state.raw<NoiseEffect | undefined>();
  let problem = $state.raw<Problem | undefined>();
  let asked = 0;

  const input = $derived({
    name: name.trim(),
    pattern,
    reason,
    ...(reach === 'device' ? { device } : reach === 'platform' ? { platform } : { group: reach.slice(6) })
  });
  const effects = $derived(effect?.effects.filter((each) => each.revisionsThen < each.revisions) ?? []);
  const merged = $derived(effects.reduce((sum, each) => sum + each.revisions - each.revisionsThen, 0));

  async function look() {
    const mine = ++asked;
    effect = undefined;
    if (pattern === '') return;
    try {
      const body = { ...input, name: input.name || 'not named yet' };
      const seen = await need(
        api.POST('/api/noise-patterns/effect', { params: { query: { first: device ?? '' } }, body })
      );
      if (mine === asked) [effect, problem] = [seen, undefined];
    } catch (thrown) {
      if (mine === asked) problem = asProblem(thrown);
    }
  }

  const keeping = new Submission(async () => {
    await need(api.POST('/api/noise-patterns', { body: input }));
    onclose(true);
  });

  onMount(async () => {
    reach = device ? 'device' : 'platform';
    try {
      groups = await need(api.GET('/api/groups'));
      const proposed = await need(
        api.POST('/api/noise-patterns/proposal', { body: other === undefined ? { line } : { line, other } })
      );
      pattern = proposed.pattern;
      await look();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  });
</script>

<Dialog title="Set lines like this aside" oncancel={() => onclose(false)}>
  <ScrolledText label="The line" text={line} class="mt-2" />
  <form class="mt-3 grid gap-2" onsubmit={keeping.submit}>
    <Field
      label="Pattern"
      hint="What stands in round brackets does not count; without any, the whole line."
      error={keeping.of('pattern')}
    >
      <input
        class="input mono w-full"
        bind:value={pattern}
        oninput={() => (effect = undefined)}
        onchange={look}
        maxlength="1000"
        required
        spellcheck="false"
      />
    </Field>
    <Field label="For">
      <select class="select w-full" bind:value={reach} onchange={look}>
        {#if device}<option value="device">{device} only</option>{/if}
        <option value="platform">all of platform {platform}</option>
        {#each groups as group (group.name)}<option value="group:{group.name}">group {group.name}</option
          >{/each}
      </select>
    </Field>
    <Field label="Name">
      <input class="input w-full" bind:value={name} maxlength="80" required placeholder="counter" />
    </Field>
    <Field label="Why it changes by itself">
      <input class="input w-full" bind:value={reason} maxlength="500" placeholder="it counts packets" />
    </Field>
    <div class="panel bg-base-200 px-3 py-2" aria-live="polite">
      {#if effect}
        <b>In the past:</b>
        {merged === 0 ? 'no revisions would be one' : `${count(merged, 'revision')} fewer`}, on
        {effect.examined < effect.devices
          ? `the first ${effect.examined} of ${count(effect.devices, 'device')}`
          : count(effect.devices, 'device')}.
        <ScrolledText label="Revisions by device" class="mt-1 max-h-28">
          <ul>
            {#each effects as each (each.device + each.kind)}
              <li>
                {each.device}, {each.kind.toLowerCase()}: {each.revisions} → {each.revisionsThen};
                {each.merges
                  .slice(0, 6)
                  .map((merge) => `${merge.from} to ${merge.to} are one`)
                  .join(', ')}{each.merges.length > 6 ? ` and ${each.merges.length - 6} more` : ''}
              </li>
            {/each}
          </ul>
        </ScrolledText>
        {#if effect.examples.length > 0}
          <p class="text-quiet mt-1">It fits, among others:</p>
          {#each effect.examples as example (example)}<p class="mono truncate whitespace-pre">
              {example}
            </p>{/each}
        {:else}<p class="text-error mt-1">It fits no line of the newest configurations.</p>{/if}
      {:else if !problem}<span class="text-quiet">Looking at the past…</span>{/if}
    </div>
    <ProblemNote {problem} />
    <p class="text-quiet">No byte is altered, and the pattern can be taken back under Settings.</p>
    <FormEnd
      submission={keeping}
      send="Set them aside"
      oncancel={() => onclose(false)}
      why={effect ? undefined : 'What it would set aside is not known yet.'}
      class=""
    />
  </form>
</Dialog>
