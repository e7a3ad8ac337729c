<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type Routine } from '$lib/api/client';
  import Preview from '$lib/parts/form/Preview.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import QueryBar from '$lib/parts/fleet/QueryBar.svelte';
  import { exact } from '$lib/text/time';
  import { Submission } from '$lib/state/submission.svelte';
  import { DAYS, formOf, ruleOf } from './ruleText';
  import { whenever } from '$lib/state/whenever.svelte';
  import { Latest } from '$lib/state/latest.svelte';

  interface Props {
    /** The routine to alter; a new one if there is none. */
    routine?: Routine | undefined;
    onclose: (kept: boolean) => void;
  }

  let { routine, onclose }: Props = $props();
  const ownZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const WHAT = [
    ['COPY', 'take copies'],
    ['JUDGE', 'judge by the standards in force']
  ] as const;
  const zones = Intl.supportedValuesOf('timeZone');
  let name = $state('');
  let form = $state(formOf('daily 02:30'));
  let zone = $state(ownZone);
  let query = $state('');
  let devices = $state('');
  let missed = $state<Routine['missed']>('MAKE_UP');
  let what = $state<Routine['what']>('COPY');
  let on = $state(true);

  const rule = $derived(ruleOf(form));
  const named = $derived(devices.split(/[\s,]+/).filter(Boolean));

  const preview = new Latest<{ dueAt: string[] }>();
  const due = $derived(preview.problem ? [] : (preview.value?.dueAt ?? []));
  whenever(
    () => ({ rule, zone }),
    (body) => preview.ask(need(api.POST('/api/routines/preview', { body })))
  );

  const keeping = new Submission(async () => {
    const body = { rule, zone, query: named.length > 0 ? '' : query, devices: named, what, missed, on };
    await need(api.PUT('/api/routines/{name}', { params: { path: { name: name.trim() } }, body }));
    onclose(true);
  });
  const problem = $derived(keeping.problem ?? preview.problem);

  onMount(() => {
    if (!routine) return;
    ({ name, zone, query, what, missed, on } = routine);
    form = formOf(routine.rule);
    devices = routine.devices.join(' ');
  });
</script>

<form
  class="panel mt-3 max-w-4xl p-4"
  onsubmit={keeping.submit}
  aria-label={routine ? `Change ${routine.name}` : 'New routine'}
>
  <div class="grid grid-cols-[9rem_1fr] items-center gap-x-3 gap-y-2">
    <label for="routine-name" class="font-semibold">Name</label>
    <input
      id="routine-name"
      class="input w-72"
      {@attach (input) => input.focus()}
      bind:value={name}
      required
      maxlength="60"
      disabled={routine !== undefined}
      placeholder="nightly copies"
    />

    <span class="font-semibold">What</span>
    <div class="join" role="group" aria-label="What">
      {#each WHAT as [each, word] (each)}
        <button
          type="button"
          class="btn btn-sm join-item"
          aria-pressed={what === each}
          onclick={() => (what = each)}>{word}</button
        >
      {/each}
    </div>

    <span class="font-semibold">Which devices</span>
    <div class="flex items-center gap-2">
      {#if named.length === 0}
        <div class="min-w-0 grow">
          <QueryBar
            value={query}
            label="Which devices"
            hint="the whole fleet, or such as: group is quay"
            problem={problem?.span ? problem : undefined}
            onchange={(text) => (query = text)}
          />
        </div>
      {:else}<span class="text-quiet">these devices only:</span>{/if}
      <input
        class="input w-64"
        bind:value={devices}
        aria-label="Devices by name"
        placeholder="or devices by name…"
      />
    </div>
    <span></span>
    <span class="text-quiet -mt-1">A query is answered anew each time; empty means the whole fleet.</span>

    <label for="routine-kind" class="font-semibold">When</label>
    <div class="flex flex-wrap items-center gap-2">
      <select id="routine-kind" class="select w-32" bind:value={form.kind}>
        <option value="hourly">every hour</option>
        <option value="daily">every day</option>
        <option value="weekly">every week</option>
        <option value="monthly">every month</option>
        <option value="once">once</option>
        <option value="cron">cron</option>
      </select>
      {#if form.kind === 'hourly'}
        at minute <input
          class="input w-20"
          bind:value={form.minute}
          inputmode="numeric"
          aria-label="Minute of the hour"
        />
      {:else if form.kind === 'weekly'}
        {#each DAYS as day (day)}
          <label class="flex items-center gap-1"
            ><input type="checkbox" class="checkbox" bind:group={form.days} value={day} />{day}</label
          >
        {/each}
      {:else if form.kind === 'monthly'}
        on day <input
          class="input w-20"
          bind:value={form.day}
          inputmode="numeric"
          aria-label="Day of the month"
        />
      {:else if form.kind === 'once'}
        <input
          class="input w-56"
          type="datetime-local"
          bind:value={form.moment}
          aria-label="Moment"
          required
        />
      {:else if form.kind === 'cron'}
        <input
          class="input mono w-56"
          bind:value={form.cron}
          aria-label="Five fields of cron"
          spellcheck="false"
        />
        <span class="text-quiet">minute, hour, day, month, day of the week</span>
      {/if}
      {#if ['daily', 'weekly', 'monthly'].includes(form.kind)}
        at <input class="input w-32" type="time" bind:value={form.time} aria-label="Time" required />
      {/if}
      {#if form.kind === 'monthly'}<span class="text-quiet">the last day of a shorter month</span>{/if}
    </div>

    <label for="routine-margin" class="font-semibold">Later by</label>
    <div class="flex items-center gap-2">
      <input
        id="routine-margin"
        class="input w-20"
        bind:value={form.margin}
        placeholder="30m"
        maxlength="5"
      />
      <span class="text-quiet">a margin after a window closes, such as 30m or 2h</span>
    </div>
    <label for="routine-until" class="font-semibold">Last on</label>
    <div class="flex items-center gap-2">
      <input id="routine-until" class="input w-44" type="date" bind:value={form.until} />
      <span class="text-quiet">empty for always</span>
    </div>

    <label for="routine-zone" class="font-semibold">By the clock of</label>
    <select id="routine-zone" class="select w-72" bind:value={zone}>
      {#each zones.includes(zone) ? zones : [zone, ...zones] as each (each)}<option>{each}</option>{/each}
    </select>

    <label for="routine-missed" class="font-semibold">If no server ran</label>
    <select id="routine-missed" class="select w-96" bind:value={missed}>
      <option value="MAKE_UP">make it up once, as soon as one runs</option>
      <option value="SKIP">wait for the next time</option>
    </select>

    <span class="font-semibold">On</span>
    <input type="checkbox" class="checkbox" bind:checked={on} aria-label="On" />

    <span class="self-start font-semibold">Due next</span>
    <Preview of={preview}
      ><ol class="mono" aria-live="polite">
        {#each due as at (at)}<li>
            {exact(Date.parse(at), zone)}
          </li>{:else}<li class="text-quiet">{problem ? 'not known yet' : 'never'}</li>{/each}
      </ol></Preview
    >
  </div>
  <ProblemNote {problem} class="mt-3" />
  <div class="mt-3 flex gap-2">
    <button class="btn btn-primary">Save</button>
    <button class="btn" type="button" onclick={() => onclose(false)}>Cancel</button>
  </div>
</form>
