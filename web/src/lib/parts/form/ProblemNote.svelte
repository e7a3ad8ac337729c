<script lang="ts">
  import type { Problem } from '$lib/api/client';

  let { problem }: { problem: Problem } = $props();
</script>

<div role="alert" class="border-error bg-removed rounded-field border px-3 py-2">
  <p class="font-semibold">{problem.meaning}</p>
  <p>{problem.advice}</p>
</div>
