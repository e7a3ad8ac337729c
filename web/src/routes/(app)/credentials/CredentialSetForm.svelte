<script lang="ts">
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { onMount, untrack } from 'svelte';
  import { api, need, type CredentialSet } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import { draftsOf, FILE_CHOICES, free, inputOf, newLogIn, toggled } from '$lib/text/logIns';
  import { Submission } from '$lib/state/submission.svelte';
  import LogInFields from './LogInFields.svelte';
  import PossibleList from './PossibleList.svelte';

  interface Props {
    /** The set to change; a new one if there is none. */
    set?: CredentialSet;
    onsaved: () => void;
    onclose: () => void;
  }

  let { set, onsaved, onclose }: Props = $props();
  const given = untrack(() => set);
  let name = $state(given?.name ?? '');
  let note = $state(given?.note ?? '');
  let logIns = $state(given ? draftsOf(given.logIns) : [newLogIn(['SSH', 'NETCONF', 'HTTPS'])]);
  let privileged = $state('');
  let files = $state(given?.files ?? 'PLATFORM');
  let serverAddress = $state(given?.serverAddress ?? '');
  let ranges = $state(given?.ranges ?? '');
  let sites = $state<string[]>([...(given?.sites ?? [])]);
  let known = $state<string[]>([]);
  onMount(async () => {
    const all = await need(api.GET('/api/sites')).catch(() => []);
    known = all.map((site) => site.name);
  });

  const unused = $derived(free(logIns));
  const protocols = $derived(logIns.flatMap((logIn) => logIn.protocols));

  const saving = new Submission(async () => {
    const body = {
      name,
      note,
      logIns: logIns.map(inputOf),
      privilegedPassword: privileged === '' ? undefined : privileged,
      files,
      serverAddress,
      ranges,
      sites
    };
    if (given) await need(api.PUT('/api/credential-sets/{id}', { params: { path: { id: given.id } }, body }));
    else await need(api.POST('/api/credential-sets', { body }));
    onsaved();
  });
</script>

<div class="mt-4 grid grid-cols-[minmax(0,1fr)_minmax(0,20rem)] items-start gap-4">
  <form class="panel grid grid-cols-2 gap-x-4 gap-y-3 p-4" onsubmit={saving.submit}>
    <h2 class="col-span-2">{given ? `Change “${given.name}”` : 'New credential set'}</h2>
    <Field label="Name" error={saving.of('name')}>
      <input
        class="input w-full"
        bind:value={name}
        maxlength="60"
        required
        {@attach (input) => input.focus()}
      />
    </Field>
    <Field label="Note" error={saving.of('note')}>
      <input class="input w-full" bind:value={note} maxlength="500" />
    </Field>
    {#each logIns as logIn, place (place)}
      <LogInFields
        bind:draft={() => logIn, (next) => (logIns[place] = next)}
        number={place + 1}
        alone={logIns.length === 1}
        ontoggle={(protocol) => (logIns = toggled(logIns, place, protocol))}
        onremove={() => (logIns = logIns.filter((_, i) => i !== place))}
      />
    {/each}
    {#if logIns.length < 4}
      <div class="col-span-2">
        <button class="btn" type="button" onclick={() => (logIns = [...logIns, newLogIn(unused)])}
          >Another account for other protocols</button
        >
      </div>
    {/if}
    <Field label="Password of the privileged level">
      <input
        class="input w-full"
        type="password"
        bind:value={privileged}
        maxlength="200"
        placeholder={given ? 'unchanged if left empty' : ''}
        autocomplete="new-password"
      />
    </Field>
    <Field label="Files go by">
      <select class="select w-full" bind:value={files}>
        {#each FILE_CHOICES as choice (choice.name)}<option value={choice.name}>{choice.title}</option>{/each}
      </select>
    </Field>
    <Field label="This server's address as the devices see it" class="col-span-2">
      <input
        class="input mono w-full"
        bind:value={serverAddress}
        maxlength="253"
        placeholder="only if addresses are translated on the way"
      />
    </Field>
    <Field
      label="Where it may be used"
      hint="An address, a first and a last one, or a prefix in each line. Its passwords go nowhere else."
      error={saving.of('ranges')}
    >
      <textarea
        class="textarea mono w-full"
        rows="4"
        bind:value={ranges}
        maxlength="20000"
        required
        placeholder="192.0.2.0/24&#10;198.51.100.7 - 198.51.100.20"></textarea>
    </Field>
    <fieldset>
      <legend class="font-semibold">Only at these sites</legend>
      <p class="text-quiet">None chosen: at all of them.</p>
      <div class="mt-1 max-h-32 overflow-y-auto">
        {#each known as site (site)}
          <label class="flex items-center gap-2"
            ><input type="checkbox" class="checkbox" value={site} bind:group={sites} /> {site}</label
          >
        {/each}
      </div>
    </fieldset>
    <FormEnd submission={saving} send="Save" oncancel={onclose} class="col-span-2" />
  </form>
  <section class="panel p-4" aria-labelledby="possible">
    <h2 id="possible">What this makes possible</h2>
    <PossibleList {protocols} {files} />
  </section>
</div>
