<script lang="ts">
  import { preferences } from '$lib/state/preferences.svelte';
  import PreferenceChoice from './PreferenceChoice.svelte';
</script>

<PreferenceChoice
  label="Colours"
  choices={[
    ['system', 'system'],
    ['day', 'light'],
    ['night', 'dark']
  ] as const}
  value={preferences.theme}
  onchoose={(theme) => preferences.change({ theme })}
/>
<PreferenceChoice
  label="Rows of lists"
  choices={[
    ['wide', 'wide'],
    ['narrow', 'narrow']
  ] as const}
  value={preferences.rows}
  onchoose={(rows) => preferences.change({ rows })}
/>
<PreferenceChoice
  label="Times"
  choices={[
    ['local', 'local'],
    ['UTC', 'UTC']
  ] as const}
  value={preferences.zone === 'UTC' ? 'UTC' : 'local'}
  onchoose={(zone) => preferences.change({ zone })}
/>
