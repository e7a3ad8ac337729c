<script lang="ts">
  import { onMount } from 'svelte';
  import { api, asProblem, need, type Account, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { session } from '$lib/state/session.svelte';
  import { roleSays } from '$lib/text/role';
  import AccountForm from './AccountForm.svelte';
  import ApprovalRule from './ApprovalRule.svelte';
  import CallRule from './CallRule.svelte';
  import GitTarget from './GitTarget.svelte';
  import Housekeeping from './Housekeeping.svelte';
  import LogMessages from './LogMessages.svelte';
  import Tokens from './Tokens.svelte';
  import Keeping from './Keeping.svelte';
  import NoisePatterns from './NoisePatterns.svelte';
  import ReadingPlans from './ReadingPlans.svelte';
  import Sites from './Sites.svelte';

  let accounts = $state<Account[] | undefined>();
  let edited = $state<Account | 'new' | undefined>();
  let problem = $state<Problem | undefined>();

  async function load() {
    if (!session.mayManage) return;
    try {
      accounts = await need(api.GET('/api/accounts'));
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  onMount(load);
</script>

<svelte:head><title>Settings · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Settings</h1>
    <p class="text-quiet">
      Accounts: who may log in, and what each may do. What they did stands in the
      <a class="underline" href="/audit">audit log</a>.
    </p>
  </div>
  {#if session.mayManage}<button class="btn btn-primary" onclick={() => (edited = 'new')}
      >Add an account…</button
    >{/if}
</div>

<ProblemNote {problem} class="mt-3" />

{#if edited}
  {#key edited}
    <AccountForm
      account={edited === 'new' ? undefined : edited}
      onclose={() => (edited = undefined)}
      onsaved={() => {
        edited = undefined;
        load();
      }}
    />
  {/key}
{/if}

{#if !session.mayManage}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>Accounts are an administrator’s</h2>
    <p class="mt-1">
      Your own password and the tokens of your programs are on
      <a class="underline" href="/account">your account’s page</a>.
    </p>
  </div>
{:else if accounts}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows">
      <thead>
        <tr><th>Account</th><th>Name</th><th>Role</th><th>May</th><th>Since</th><th></th></tr>
      </thead>
      <tbody>
        {#each accounts as account (account.name)}
          <tr>
            <td class="mono font-semibold">{account.name}</td>
            <td class="whitespace-nowrap">{account.fullName}</td>
            <td class="whitespace-nowrap">
              {account.role.toLowerCase()}{#if account.locked}<span class="tag">locked</span>{/if}
            </td>
            <td class="text-quiet">{account.locked ? 'nothing' : roleSays(account.role)}</td>
            <td class="whitespace-nowrap"><When at={account.createdAt} /></td>
            <td class="text-right whitespace-nowrap">
              <a class="btn" href="/audit?who={encodeURIComponent(account.name)}">What they did</a>
              <button class="btn" onclick={() => (edited = account)} aria-label="Change {account.name}"
                >Change…</button
              >
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{:else if !problem}<p class="text-quiet mt-4">Loading…</p>{/if}

{#if session.mayManage}<Tokens />{/if}
<ApprovalRule />
<CallRule />
{#if session.mayManage}<GitTarget />{/if}
<ReadingPlans />
<LogMessages />
<Keeping />
<Housekeeping />
<NoisePatterns />
<Sites />
