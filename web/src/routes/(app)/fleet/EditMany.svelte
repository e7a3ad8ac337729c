<script lang="ts">
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { onMount } from 'svelte';
  import { api, need, type CredentialSet, type Platform } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import { count } from '$lib/text/time';
  import { Submission } from '$lib/state/submission.svelte';
  import EarlierEdits from './EarlierEdits.svelte';
  import { tagsIn } from './fleetView';

  interface Props {
    names: readonly string[];
    sites: readonly string[];
    roles: readonly string[];
    tags: readonly string[];
    /** The number by which the edit can be undone. */
    ondone: (edit: number) => void;
    onundone: (said: string) => void;
    oncancel: () => void;
  }

  let { names, sites, roles, tags, ondone, onundone, oncancel }: Props = $props();
  const SAME = '\u0000same';
  let site = $state(SAME);
  let role = $state('');
  let editsRole = $state(false);
  let set = $state(0);
  let add = $state('');
  let remove = $state('');
  let port = $state<number | null | undefined>();
  let platform = $state('');
  let telnet = $state<boolean | undefined>();
  let sets = $state<CredentialSet[]>([]);
  let platforms = $state<Platform[]>([]);
  const isNothing = $derived(
    site === SAME &&
      !editsRole &&
      set === 0 &&
      !port &&
      platform === '' &&
      telnet === undefined &&
      tagsIn(add).length === 0 &&
      tagsIn(remove).length === 0
  );

  onMount(async () => {
    sets = await need(api.GET('/api/credential-sets')).catch(() => []);
    platforms = await need(api.GET('/api/platforms')).catch(() => []);
  });

  const editing = new Submission(async () => {
    const body = {
      devices: [...names],
      ...(site === SAME ? {} : { site }),
      ...(editsRole ? { role } : {}),
      ...(set === 0 ? {} : { credentialSet: set }),
      ...(port ? { port } : {}),
      ...(platform === '' ? {} : { platform }),
      ...(telnet === undefined ? {} : { telnetAllowed: telnet }),
      addTags: tagsIn(add),
      removeTags: tagsIn(remove)
    };
    const edited = await need(api.POST('/api/devices/edit', { body }));
    ondone(edited.edit);
  });
</script>

<Dialog title="Change {count(names.length, 'device')}" {oncancel}>
  <form onsubmit={editing.submit}>
    <p class="text-quiet truncate">{names.join(', ')}</p>
    <div class="mt-4 grid grid-cols-[120px_1fr] items-center gap-x-3 gap-y-3">
      <label for="edit-site">Site</label>
      <select id="edit-site" class="select w-full" bind:value={site}>
        <option value={SAME}>as it is</option>
        {#each sites.filter((each) => each !== '') as each (each)}<option>{each}</option>{/each}
        <option value="">none</option>
      </select>
      <label for="edit-role">Role</label>
      <input
        id="edit-role"
        class="input w-full"
        maxlength="40"
        list="edit-roles"
        placeholder={editsRole ? 'none' : 'as it is'}
        bind:value={role}
        oninput={() => (editsRole = true)}
      />
      <datalist id="edit-roles"
        >{#each roles as each (each)}<option value={each}></option>{/each}</datalist
      >
      <label for="edit-set">Credential set</label>
      <select id="edit-set" class="select w-full" bind:value={set}>
        <option value={0}>as it is</option>
        {#each sets as each (each.id)}<option value={each.id}>{each.name}</option>{/each}
      </select>
      <label for="edit-port">Port</label>
      <input
        id="edit-port"
        class="input w-full"
        type="number"
        min="1"
        max="65535"
        placeholder="as it is"
        bind:value={port}
      />
      <label for="edit-platform">Platform</label>
      <select id="edit-platform" class="select w-full" bind:value={platform}>
        <option value="">as it is</option>
        {#each platforms as each (each.name)}<option value={each.name}>{each.title}</option>{/each}
      </select>
      <label for="edit-telnet">Telnet</label>
      <select id="edit-telnet" class="select w-full" bind:value={telnet}>
        <option value={undefined}>as it is</option>
        <option value={false}>not allowed</option>
        <option value={true}>allowed where nothing better answers (unsafe)</option>
      </select>
      <label for="edit-add">Add tags</label>
      <input
        id="edit-add"
        class="input w-full"
        maxlength="400"
        placeholder="payment, quay"
        bind:value={add}
      />
      <label for="edit-remove">Take tags away</label>
      <input
        id="edit-remove"
        class="input w-full"
        maxlength="400"
        placeholder={tags.slice(0, 4).join(', ')}
        bind:value={remove}
      />
    </div>
    <FormEnd
      submission={editing}
      send="Change {count(names.length, 'device')}"
      {oncancel}
      why={isNothing ? 'Nothing is changed yet.' : undefined}
      class="mt-5"
    />
  </form>
  <EarlierEdits {onundone} />
</Dialog>
