<script lang="ts">
  /** The body of a chamber: size, walls, openings, air, water. */
  import { onMount } from 'svelte'
  import { api, dataOf } from '../api/client'
  import type { MaterialView, WallPlan } from '../api/types'
  import { freshBox, same } from '../chamber/draft'
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import { litresOf } from '../chamber/subtitle'
  import NumberField from '../parts/NumberField.svelte'
  import { session } from '../session.svelte'
  import { fixed } from '../units'
  import { WALL_NAMES } from '../words'

  let { draft, disabled }: { draft: ChamberDraft; disabled: boolean } = $props()
  const id = $props.id()
  let materials = $state.raw<MaterialView[]>([])
  let apart = $state(false)
  const plan = $derived(draft.plan)
  const alike = $derived(plan.box?.walls.every((wall) => same($state.snapshot(wall), $state.snapshot(plan.box!.walls[0]))) ?? true)
  const shown = $derived(plan.box ? (alike && !apart ? plan.box.walls.slice(0, 1) : plan.box.walls) : [])

  onMount(async () => {
    materials = await dataOf(api.get('/materials'))
  })

  function change(action: () => void) {
    action()
    draft.replan()
  }

  /** While the walls are shown as one, what is done to it is done to all six. */
  function wall(index: number, action: (wall: WallPlan) => void) {
    change(() => {
      if (!plan.box) return
      if (alike && !apart) plan.box.walls.forEach(action)
      else action(plan.box.walls[index]!)
    })
  }

  const worst = (path: string) => draft.error(path)
</script>

{#snippet material(label: string, value: string, key: string, onchange: (id: string) => void)}
  <div class="plain">
    <label for="{id}-{key}">{label}</label>
    <select id="{id}-{key}" {value} onchange={(event) => onchange(event.currentTarget.value)}>
      {#each materials as each (each.id)}<option value={each.id}>{each.label}</option>{/each}
    </select>
  </div>
{/snippet}

<section class="headed">
  <h2>The box</h2>
  {#if !plan.box}
    <p class="quiet">Not measured yet.</p>
    <button class="button" {disabled} onclick={() => change(() => (plan.box = freshBox(session.site?.altitudeM ?? 0)))}>Begin with a foam box</button>
  {:else}
    {@const box = plan.box}
    <fieldset class="form" {disabled}>
      <legend class="sr-only">The box</legend>
      <div class="row">
        <NumberField
          label="Inside length"
          unit="cm"
          scale={100}
          value={box.innerLengthM}
          error={worst('box.innerLengthM')}
          onchange={(value) => change(() => (box.innerLengthM = value!))}
        />
        <NumberField
          label="Inside width"
          unit="cm"
          scale={100}
          value={box.innerWidthM}
          error={worst('box.innerWidthM')}
          onchange={(value) => change(() => (box.innerWidthM = value!))}
        />
        <NumberField
          label="Inside height"
          unit="cm"
          scale={100}
          value={box.innerHeightM}
          error={worst('box.innerHeightM')}
          onchange={(value) => change(() => (box.innerHeightM = value!))}
        />
        <p class="quiet volume">{fixed(litresOf(box), 0)} L{box.tank ? ' of water' : ''}</p>
        <div class="plain">
          <label for="{id}-holds">It holds</label>
          <select
            id="{id}-holds"
            value={box.tank ? 'water' : 'air'}
            onchange={(event) => {
              const water = event.currentTarget.value === 'water'
              change(() => (box.tank = water ? { waterHeightM: Number((0.85 * box.innerHeightM).toFixed(2)), coveredShare: 0.5 } : null))
            }}
          >
            <option value="air">air</option>
            <option value="water">water: a tank</option>
          </select>
        </div>
        {#if box.tank}
          {@const tank = box.tank}
          <NumberField
            label="Water stands"
            unit="cm high"
            scale={100}
            value={tank.waterHeightM}
            error={worst('box.tank.waterHeightM')}
            onchange={(value) => change(() => (tank.waterHeightM = value!))}
          />
          <NumberField
            label="Surface under a cover"
            unit="%"
            scale={100}
            digits={0}
            value={tank.coveredShare}
            error={worst('box.tank.coveredShare')}
            onchange={(value) => change(() => (tank.coveredShare = value!))}
          />
        {/if}
      </div>
      {#each shown as each, index (index)}
        <div class="part">
          <h3>{alike && !apart ? 'All six walls' : `Wall: ${WALL_NAMES[index]}`} <span class="quiet small">layers, inside first</span></h3>
          {#each each.layers as layer, at (at)}
            <div class="row">
              {@render material('Material', layer.materialId, `material-${index}-${at}`, (chosen) => wall(index, (w) => (w.layers[at]!.materialId = chosen)))}
              <NumberField
                label="Thickness"
                unit="mm"
                value={layer.thicknessMm}
                error={worst(`box.walls[${index}].layers[${at}].thicknessMm`) ?? (at === 0 ? worst(`box.walls[${index}].layers`) : null)}
                onchange={(value) => wall(index, (w) => (w.layers[at]!.thicknessMm = value!))}
              />
              {#if each.layers.length > 1}<button class="link small" onclick={() => wall(index, (w) => w.layers.splice(at, 1))}>Remove layer</button>{/if}
            </div>
          {/each}
          {#each each.openings as opening, at (at)}
            <div class="row">
              <p class="small">Opening</p>
              <NumberField
                label="Area"
                unit="cm²"
                scale={10_000}
                value={opening.areaM2}
                error={worst(`box.walls[${index}].openings[${at}].areaM2`) ?? worst(`box.walls[${index}].openings`)}
                onchange={(value) => wall(index, (w) => (w.openings[at]!.areaM2 = value!))}
              />
              {@render material('of', opening.layers[0]?.materialId ?? '', `pane-${index}-${at}`, (chosen) => wall(index, (w) => (w.openings[at]!.layers[0]!.materialId = chosen)))}
              <NumberField
                label="Thickness"
                unit="mm"
                value={opening.layers[0]?.thicknessMm ?? 4}
                error={worst(`box.walls[${index}].openings[${at}].layers[0].thicknessMm`)}
                onchange={(value) => wall(index, (w) => (w.openings[at]!.layers[0]!.thicknessMm = value!))}
              />
              <button class="link small" onclick={() => wall(index, (w) => w.openings.splice(at, 1))}>Remove opening</button>
            </div>
          {/each}
          <div class="row">
            <button class="link small" onclick={() => wall(index, (w) => w.layers.push({ materialId: 'plywood', thicknessMm: 4 }))}>Add a layer</button>
            {#if !(alike && !apart)}
              <button class="link small" onclick={() => wall(index, (w) => w.openings.push({ areaM2: 0.01, layers: [{ materialId: 'window-glass', thicknessMm: 4 }] }))}
                >Add glass or a door</button
              >
            {/if}
          </div>
        </div>
      {/each}
      {#if alike && !apart}<p><button class="link small" onclick={() => (apart = true)}>The walls differ, or one has glass or a door</button></p>{/if}
      <div class="row">
        {#if !box.tank}
          <NumberField
            label="Air changes with the room"
            unit="per hour"
            value={box.airChangesPerHour}
            error={worst('box.airChangesPerHour')}
            onchange={(value) => change(() => (box.airChangesPerHour = value!))}
          />
          <div class="plain">
            <label for="{id}-air">Air inside</label>
            <select id="{id}-air" bind:value={box.airMovement} onchange={() => draft.replan()}>
              <option value="STILL">still</option>
              <option value="MOVING">moved by a fan</option>
            </select>
          </div>
          <NumberField
            label="Still air gets warmer upwards by"
            kind="difference"
            unit="/m"
            value={box.gradientKm}
            error={worst('box.gradientKm')}
            onchange={(value) => change(() => (box.gradientKm = value!))}
          />
        {/if}
        <NumberField label="Altitude" unit="m" value={box.altitudeM} error={worst('box.altitudeM')} onchange={(value) => change(() => (box.altitudeM = value!))} />
        <NumberField
          label="Walls lose, over what they should"
          unit="times"
          value={box.lossFactor}
          error={worst('box.lossFactor')}
          onchange={(value) => change(() => (box.lossFactor = value!))}
        />
      </div>
    </fieldset>
  {/if}
</section>

<style>
  .volume {
    padding-bottom: 8px;
  }
</style>
