<script lang="ts">
  import { api, asProblem, need, type FirstContact, type Platform, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { session } from '$lib/state/session.svelte';
  import { askedFor, masked } from './firstContact';
  import FirstContactCheck from './FirstContactCheck.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  interface Props {
    platforms: Platform[];
  }

  let { platforms }: Props = $props();
  const offered = $derived(platforms.filter((each) => each.hasFirstContact));
  let platform = $state('');
  let contact = $state<FirstContact | undefined>();
  /** Titles of the items that are left out. */
  let left = $state<string[]>([]);
  let values = $state<Record<string, string>>({ 'prefix-length': '24', account: 'chaperone' });
  let text = $state('');
  let gaps = $state<string[]>([]);
  let copied = $state(false);
  let shown = $state(false);
  let problem = $state<Problem | undefined>();

  /** How often a text was asked for: answers may overtake each other, and the last one counts. */
  let asked = 0;

  const chosen = $derived((contact?.items ?? []).filter((item) => !left.includes(item.title)));
  const secrets = $derived(
    (contact?.fields ?? [])
      .filter((field) => field.isSecret && values[field.key])
      .map((field) => values[field.key] ?? '')
  );
  const fields = $derived(contact ? askedFor(contact, left) : []);

  whenever(
    () => offered,
    ([first]) => {
      if (platform === '' && first) platform = first.name;
    }
  );
  whenever(() => platform, begin);

  function begin(wanted: string) {
    if (wanted === '') return;
    // The text of another platform is not to be copied meanwhile.
    asked++;
    text = '';
    gaps = [];
    need(api.GET('/api/platforms/{name}/first-contact', { params: { path: { name: wanted } } }))
      .then((found) => {
        if (wanted !== platform) return;
        contact = found;
        left = found.items.filter((item) => item.neededFor !== undefined).map((item) => item.title);
      })
      .catch((thrown) => (problem = asProblem(thrown)));
  }

  // Written anew a moment after the last key stroke; what was asked last counts.
  whenever(
    () => ({ contact, items: chosen.map((item) => item.title), values: { ...values } }),
    ({ contact, items, values }) => {
      if (!contact || !session.mayAct) return;
      const wanted = platform;
      const timer = setTimeout(() => write(wanted, { items, values }), 200);
      return () => clearTimeout(timer);
    }
  );

  async function write(wanted: string, body: { items: string[]; values: Record<string, string> }) {
    const mine = ++asked;
    try {
      const written = await need(
        api.POST('/api/platforms/{name}/first-contact/text', { params: { path: { name: wanted } }, body })
      );
      if (mine !== asked) return;
      text = written.text;
      gaps = written.gaps;
      problem = undefined;
      copied = false;
    } catch (thrown) {
      if (mine === asked) problem = asProblem(thrown);
    }
  }

  async function copy() {
    try {
      await navigator.clipboard.writeText(text);
      copied = true;
    } catch {
      copied = false;
    }
  }
</script>

{#if !session.mayAct}
  <p class="mt-4">An engineer can write base configurations.</p>
{:else if offered.length === 0}
  <p class="mt-4">No platform says what a factory-new device needs.</p>
{:else}
  <div class="mt-4 grid grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)] items-start gap-4">
    <section class="panel p-4" aria-labelledby="first">
      <h2 id="first">Base configuration</h2>
      <p class="text-quiet">
        What a factory-new device must be told before it can be reached. Neither the text nor the passwords in
        it are kept.
      </p>
      <label class="mt-3 block">
        <span class="font-semibold">Platform</span>
        <select class="select mt-1 w-full" bind:value={platform}>
          {#each offered as each (each.name)}<option value={each.name}>{each.title}</option>{/each}
        </select>
      </label>
      <div class="mt-3 grid grid-cols-2 gap-x-3 gap-y-2">
        {#each fields as field (field.key)}
          <label class={field.key === 'server' || field.key === 'name' ? 'col-span-2' : ''}>
            <span class="font-semibold">{field.title}</span>
            <input
              class="input mono mt-1 w-full"
              type={field.isSecret ? 'password' : 'text'}
              bind:value={values[field.key]}
              title={field.expected}
              maxlength="253"
              autocomplete={field.isSecret ? 'new-password' : 'off'}
            />
          </label>
        {/each}
      </div>
      <fieldset class="mt-3">
        <legend class="font-semibold">Tell it</legend>
        {#each contact?.items ?? [] as item (item.title)}
          <label class="flex items-baseline gap-2 py-0.5">
            <input
              type="checkbox"
              class="checkbox self-center"
              checked={!left.includes(item.title)}
              onchange={() =>
                (left = left.includes(item.title)
                  ? left.filter((title) => title !== item.title)
                  : [...left, item.title])}
            />
            {item.title}
            <span class="text-quiet">{item.neededFor ? `only for ${item.neededFor}` : 'needed now'}</span>
          </label>
        {/each}
      </fieldset>
      <ProblemNote {problem} class="mt-3" />
    </section>

    <div class="min-w-0">
      <section class="panel p-4" aria-labelledby="text">
        <div class="flex items-center gap-2">
          <h2 id="text" class="grow">Text for the device</h2>
          {#if secrets.length > 0}
            <button class="btn" type="button" onclick={() => (shown = !shown)}
              >{shown ? 'Hide passwords' : 'Show passwords'}</button
            >
          {/if}
          <button
            class="btn btn-primary"
            type="button"
            onclick={copy}
            disabled={text === '' || gaps.length > 0}>{copied ? 'Copied' : 'Copy it'}</button
          >
        </div>
        <p class="text-quiet">{contact?.how ?? ''}</p>
        {#if gaps.length > 0}<p class="text-warning mt-1">Still empty: {gaps.join(', ')}</p>{/if}
        <textarea
          class="textarea mono bg-base-200 mt-2 w-full"
          aria-label="Text to paste"
          rows={Math.min(22, text.split('\n').length)}
          wrap="off"
          readonly
          value={shown ? text : masked(text, secrets)}></textarea>
      </section>

      {#key platform}<FirstContactCheck {platform} {contact} {values} />{/key}
    </div>
  </div>
{/if}
