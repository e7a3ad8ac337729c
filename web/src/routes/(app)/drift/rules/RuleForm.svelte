<script lang="ts">
  import { api, need, type StandingReach, type StandingRule } from '$lib/api/client';
  import QueryBar from '$lib/parts/fleet/QueryBar.svelte';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { reachText } from '$lib/parts/standing/standingText';
  import { Latest } from '$lib/state/latest.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  interface Props {
    /** The one that is altered; a new one if there is none. */
    rule?: StandingRule | undefined;
    /** How many there are. */
    all: number;
    onclose: (kept: boolean) => void;
  }

  let { rule, all, onclose }: Props = $props();
  // svelte-ignore state_referenced_locally
  let name = $state(rule?.name ?? '');
  // svelte-ignore state_referenced_locally
  const said = $state({
    place: rule?.place ?? all + 1,
    query: rule?.query ?? '',
    deed: rule?.deed ?? ('TELL' as StandingRule['deed']),
    delayMinutes: rule?.delayMinutes ?? 60,
    perHour: rule?.perHour ?? 10,
    isOff: rule?.isOff ?? false
  });
  const reach = new Latest<StandingReach>();

  whenever(
    () => said.query.trim(),
    (query) =>
      reach.soon(() =>
        reach.ask(need(api.GET('/api/standing-rules/reach', { params: { query: { query } } })))
      )
  );

  const keeping = new Submission(async () => {
    const params = { path: { name: name.trim() } };
    await need(api.PUT('/api/standing-rules/{name}', { params, body: said }));
    onclose(true);
  });
</script>

<Dialog
  title={rule ? `The standing rule ${rule.name}` : 'A new standing rule'}
  oncancel={() => onclose(false)}
>
  <form class="mt-2 grid gap-3" onsubmit={keeping.submit}>
    {#if !rule}
      <Field label="Name" hint="Each of its acts names it." error={keeping.of('name')}>
        <!-- svelte-ignore a11y_autofocus -->
        <input class="input w-full" maxlength="80" required bind:value={name} autofocus />
      </Field>
    {/if}
    <Field
      label="Which devices"
      hint={reach.value && !reach.problem
        ? reachText(said.deed, reach.value.devices, reach.value.drifting)
        : 'Empty: the whole fleet.'}
      error={keeping.of('query')}
    >
      <QueryBar
        value={said.query}
        label="Which devices"
        hint="the whole fleet, or such as: site is Quay"
        problem={reach.problem?.span ? reach.problem : undefined}
        onchange={(text) => (said.query = text)}
      />
    </Field>
    <Field label="When they drift" error={keeping.of('deed')}>
      <select class="select w-full" bind:value={said.deed}>
        <option value="TELL">only tell; no rule below acts either</option>
        <option value="ADOPT">adopt: what they run is agreed from then on</option>
        <option value="PUT_BACK">put back: a change runs that leads to what is agreed</option>
      </select>
    </Field>
    {#if said.deed === 'PUT_BACK'}
      <p class="bg-changed rounded px-3 py-2">
        Nobody is asked any more before it alters devices. Your name stands as the one who approved.
      </p>
    {/if}
    <div class="grid grid-cols-3 gap-3">
      <Field label="Minutes after" hint="the last edit" error={keeping.of('delayMinutes')}>
        <input
          class="input w-full"
          type="number"
          min="0"
          max="10080"
          required
          bind:value={said.delayMinutes}
        />
      </Field>
      <Field label="Devices an hour" hint="at the most" error={keeping.of('perHour')}>
        <input class="input w-full" type="number" min="1" max="1000" required bind:value={said.perHour} />
      </Field>
      <Field label="Place" hint="the first that fits counts" error={keeping.of('place')}>
        <input
          class="input w-full"
          type="number"
          min="1"
          max={rule ? all : all + 1}
          required
          bind:value={said.place}
        />
      </Field>
    </div>
    <label class="flex items-center gap-2">
      <input class="checkbox" type="checkbox" bind:checked={said.isOff} /> Off for now
    </label>
    <FormEnd submission={keeping} send="Keep" oncancel={() => onclose(false)} class="" />
  </form>
</Dialog>
