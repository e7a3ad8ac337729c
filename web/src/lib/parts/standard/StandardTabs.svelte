<script lang="ts">
  import { page } from '$app/state';

  const TABS = [
    { word: 'By site', path: '/standards' },
    { word: 'Findings', path: '/standards/findings' },
    { word: 'Matrix', path: '/standards/matrix' },
    { word: 'Reviews', path: '/standards/reviews' }
  ];
  const standard = $derived(page.url.searchParams.get('standard'));
</script>

<nav class="border-base-300 mt-2 flex gap-1 border-b" aria-label="Pages of standards">
  {#each TABS as tab (tab.word)}
    {@const isHere = page.url.pathname === tab.path}
    <a
      href={tab.path + (standard ? `?standard=${encodeURIComponent(standard)}` : '')}
      aria-current={isHere ? 'page' : undefined}
      class={[
        '-mb-px border-b-2 px-3 py-1.5',
        isHere ? 'border-act-text text-act-text font-semibold' : 'hover:bg-base-200 border-transparent'
      ]}>{tab.word}</a
    >
  {/each}
</nav>
