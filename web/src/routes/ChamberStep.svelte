<script lang="ts">
  import { onMount } from 'svelte'
  import { api, dataOf } from '../lib/api/client'
  import type { ApplianceKindView } from '../lib/api/types'
  import ApplianceForm from '../lib/box/ApplianceForm.svelte'
  import BoxDrawing from '../lib/box/BoxDrawing.svelte'
  import BoxForm from '../lib/box/BoxForm.svelte'
  import InsideForm from '../lib/box/InsideForm.svelte'
  import WhatItDoes from '../lib/box/WhatItDoes.svelte'
  import type { ChamberDraft } from '../lib/chamber/draft.svelte'
  import { session } from '../lib/session.svelte'
  import { APPLIANCE_NAMES } from '../lib/words'

  let { draft }: { draft: ChamberDraft } = $props()
  let kinds = $state.raw<ApplianceKindView[]>([])
  const disabled = $derived(!session.mayPlan)

  onMount(async () => {
    kinds = await dataOf(api.get('/appliance-kinds'))
  })

  function add() {
    const kind = draft.plan.box?.tank ? 'IN_TANK' : 'MAT'
    draft.plan.appliances.push({ ...kinds.find((each) => each.kind === kind)!.first, id: crypto.randomUUID(), name: APPLIANCE_NAMES[kind] })
    draft.replan()
  }
</script>

<div class="with-aside">
  <div>
    <BoxDrawing {draft} mayMove={session.mayPlan} />
    <BoxForm {draft} {disabled} />
    <InsideForm {draft} {disabled} />
    <section class="headed">
      <h2>What acts on its climate</h2>
      <p class="caution small">
        A heater against foam, paper, bedding or wood can start a fire: guard it, keep clearances, fit a thermal fuse. {#if draft.plan.box?.tank}A heating element must be under
          water before it gets power, and unplugged before the water goes.{' '}{/if}Mains near water or damp needs residual-current protection. Wiring is a qualified electrician’s
        work, to local codes.
      </p>
      <fieldset class="form" {disabled}>
        <legend class="sr-only">What acts on its climate</legend>
        {#each draft.plan.appliances as appliance, index (appliance.id)}<ApplianceForm {draft} {index} {kinds} />{/each}
        <button class="button" disabled={kinds.length === 0} onclick={add}>Add a heater, cooler, fan or humidifier</button>
      </fieldset>
    </section>
  </div>
  <WhatItDoes {draft} {disabled} />
</div>

<style>
  .caution {
    margin-bottom: 10px;
  }
</style>
