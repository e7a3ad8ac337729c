<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need } from '$lib/api/client';
  import type { components } from '$lib/api/schema';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { session } from '$lib/state/session.svelte';

  type Rule = components['schemas']['ApprovalRule'];
  const WRITERS: [keyof Rule, string][] = [
    ['engineer', 'an engineer'],
    ['administrator', 'an administrator']
  ];
  const NEEDS: [Rule['engineer'], string][] = [
    ['APPROVER', 'an approver'],
    ['ANOTHER', 'anybody else who may write changes, or an approver'],
    ['NOBODY', 'nobody: they run as they are proposed']
  ];

  let rule = $state.raw<Rule | undefined>();
  const doing = new Doing(async () => (rule = await need(api.GET('/api/approval-rules'))));
  const set = (writer: keyof Rule, value: Rule['engineer']) =>
    rule && doing.act(() => need(api.PUT('/api/approval-rules', { body: { ...rule!, [writer]: value } })));

  onMount(() => {
    doing.load();
  });
</script>

<section class="mt-6" aria-labelledby="approvals">
  <h2 id="approvals">Whose approval a change needs</h2>
  <p class="text-quiet max-w-3xl">
    By who wrote it; where several did, the strictest holds. Nobody ever approves what they wrote themselves.
    What waits for approval already follows the new rule.
  </p>
  <ProblemNote problem={doing.problem} class="mt-2 max-w-3xl" />
  {#if rule}
    <div class="panel mt-2 grid max-w-3xl grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2 px-4 py-3">
      {#each WRITERS as [writer, who] (writer)}
        <span>Written by {who}: approved by</span>
        <select
          class="select w-full"
          aria-label="Changes of {who} are approved by"
          disabled={!session.mayManage}
          value={rule[writer]}
          onchange={(event) => set(writer, event.currentTarget.value as Rule['engineer'])}
        >
          {#each NEEDS as [value, words] (value)}<option {value}>{words}</option>{/each}
        </select>
      {/each}
    </div>
  {/if}
</section>
