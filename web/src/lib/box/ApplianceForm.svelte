<script lang="ts">
  /** One appliance, with the fields of its kind. */
  import type { ApplianceKind, ApplianceKindView, AppliancePlan, CoolerPlan, HeaterPlan } from '../api/types'
  import type { ChamberDraft } from '../chamber/draft.svelte'
  import NumberField from '../parts/NumberField.svelte'
  import { fixed } from '../units'
  import { APPLIANCE_NAMES, HEATERS } from '../words'
  import PlaceFields from './PlaceFields.svelte'

  let { draft, index, kinds }: { draft: ChamberDraft; index: number; kinds: ApplianceKindView[] } = $props()
  const id = $props.id()
  const appliance = $derived(draft.plan.appliances[index]!)
  const path = $derived(`appliances[${index}]`)
  const heater = $derived(HEATERS.includes(appliance.kind) ? (appliance as HeaterPlan) : null)
  const cooler = $derived('removesW' in appliance ? (appliance as CoolerPlan) : null)
  const usual = $derived(kinds.find((each) => each.kind === appliance.kind)?.usual)
  const GROUPS: [string, ApplianceKind[]][] = [
    ['warms', HEATERS],
    ['cools', ['COOLER', 'CHILLER', 'THERMOELECTRIC']],
    ['moistens', ['HUMIDIFIER_ULTRASONIC', 'HUMIDIFIER_EVAPORATING', 'BOWL']],
    ['dries', ['DEHUMIDIFIER', 'DEHUMIDIFIER_MODULE']],
    ['enriches', ['GAS_VALVE']],
    ['moves air or water', ['FAN_CIRCULATION', 'FAN_EXHAUST', 'FAN_INTAKE', 'FAN_SURFACE', 'VENT']],
    ['lights', ['LAMP']],
  ]

  function change(action: () => void) {
    action()
    draft.replan()
  }

  function kind(chosen: ApplianceKind) {
    change(() => {
      // A name that nobody chose follows the kind: a vent is not left being called a heating mat.
      const name = appliance.name === APPLIANCE_NAMES[appliance.kind] ? APPLIANCE_NAMES[chosen] : appliance.name
      const first = kinds.find((each) => each.kind === chosen)?.first
      if (!first) return
      const kept = { id: appliance.id, name, place: appliance.place, lowVoltage: appliance.lowVoltage }
      draft.plan.appliances[index] =
        heater && HEATERS.includes(chosen)
          ? { ...(first as HeaterPlan), ...kept, powerW: heater.powerW, opensAtC: heater.opensAtC, closesAtC: heater.closesAtC }
          : { ...first, ...kept }
    })
  }

  function remove() {
    change(() => {
      draft.checkpoint(`removing ${appliance.name}`)
      const gone = appliance.id
      draft.plan.appliances = draft.plan.appliances.filter((each) => each.id !== gone)
      draft.plan.controllers = draft.plan.controllers
        .map((controller) => ({
          ...controller,
          loops: controller.loops.map((loop) => ({ ...loop, applianceIds: loop.applianceIds.filter((each) => each !== gone) })).filter((loop) => loop.applianceIds.length > 0),
        }))
        .filter((controller) => controller.loops.length > 0)
    })
  }

  /** Fields of any kind; each kind below names its own. */
  type Key = AppliancePlan extends infer Each ? (Each extends unknown ? keyof Each : never) : never
  const fields = $derived(appliance as unknown as Record<Key, number | null>)
  const FIELDS: { key: Key; label: string; unit: string; scale?: number; digits?: number; empty?: string }[] = $derived.by(() => {
    switch (appliance.kind) {
      case 'COOLER':
      case 'CHILLER':
      case 'THERMOELECTRIC':
        return [
          { key: 'removesW', label: 'Heat it takes out', unit: 'W' },
          { key: 'limitK', label: 'Can hold it colder than the room by at most', unit: 'K', empty: 'no limit' },
        ]
      case 'HUMIDIFIER_ULTRASONIC':
      case 'HUMIDIFIER_EVAPORATING':
        return [
          { key: 'outputGh', label: 'Gives off', unit: 'g/h' },
          { key: 'pulseOnS', label: 'Pulses: works', unit: 'min', scale: 1 / 60, empty: 'all the time' },
          { key: 'pulseRestS', label: 'and rests', unit: 'min', scale: 1 / 60, empty: 'never' },
        ]
      case 'DEHUMIDIFIER':
      case 'DEHUMIDIFIER_MODULE':
        return [{ key: 'outputGh', label: 'Takes out, at 27 °C and 60 %RH', unit: 'g/h' }]
      case 'BOWL':
        return [
          { key: 'surfaceM2', label: 'Open surface', unit: 'cm²', scale: 10_000, digits: 0 },
          { key: 'waterKg', label: 'Water in it', unit: 'kg' },
        ]
      case 'FAN_EXHAUST':
      case 'FAN_INTAKE':
        return [{ key: 'flowM3h', label: 'Air it moves', unit: 'm³/h' }]
      case 'VENT':
        return [
          { key: 'openPerHour', label: 'Air changes while open', unit: 'per hour' },
          { key: 'areaM2', label: 'or its free area', unit: 'cm²', scale: 10_000, digits: 0, empty: 'not measured' },
          { key: 'heightM', label: 'and its height above where air comes in', unit: 'm', empty: 'not measured' },
        ]
      case 'GAS_VALVE':
        return [{ key: 'givesGh', label: 'Lets in while open', unit: 'g/h' }]
      case 'LAMP':
        return [
          { key: 'insideShare', label: 'Its heat that stays inside', unit: '%', scale: 100, digits: 0 },
          { key: 'onHour', label: 'Comes on at', unit: 'o’clock' },
          { key: 'hours', label: 'for', unit: 'h' },
        ]
      default:
        return []
    }
  })
</script>

<div class="part">
  <div class="row">
    <div class="plain">
      <label for="{id}-kind">Kind</label>
      <select id="{id}-kind" value={appliance.kind} onchange={(event) => kind(event.currentTarget.value as ApplianceKind)}>
        {#each GROUPS as [group, members] (group)}
          <optgroup label={group}
            >{#each members as member (member)}<option value={member}>{APPLIANCE_NAMES[member]}</option>{/each}</optgroup
          >
        {/each}
      </select>
    </div>
    <div class="plain">
      <label for="{id}-name">Name</label>
      <input id="{id}-name" maxlength="80" bind:value={appliance.name} aria-invalid={draft.error(`${path}.name`) ? 'true' : undefined} />
    </div>
    <NumberField
      label={appliance.kind === 'BOWL' ? 'Its heater, if any' : 'Power'}
      unit="W"
      value={appliance.powerW}
      error={draft.error(`${path}.powerW`)}
      onchange={(value) => change(() => (appliance.powerW = value!))}
    />
    {#each FIELDS as field (field.key)}
      <NumberField
        label={field.label}
        unit={field.unit}
        scale={field.scale ?? 1}
        digits={field.digits ?? 2}
        emptyMeans={field.empty ?? null}
        value={fields[field.key]}
        error={draft.error(`${path}.${field.key}`)}
        onchange={(value) => change(() => (fields[field.key] = value))}
      />
    {/each}
    <button class="link small" onclick={remove}>Remove</button>
  </div>
  {#if cooler}
    <div class="row">
      <NumberField
        label="Coldest it gets inside"
        kind="level"
        emptyMeans="usual"
        value={cooler.lowestC}
        error={draft.error(`${path}.lowestC`)}
        onchange={(value) => change(() => (cooler.lowestC = value))}
      />
      <NumberField
        label="Own thermostat stops it at"
        kind="level"
        emptyMeans="none"
        value={cooler.opensAtC}
        error={draft.error(`${path}.opensAtC`)}
        onchange={(value) =>
          change(() => {
            cooler.opensAtC = value
            cooler.closesAtC = value === null ? null : Math.max(value + 0.5, cooler.closesAtC ?? value + 3)
          })}
      />
      {#if cooler.opensAtC !== null}
        <NumberField
          label="and lets it run again at"
          kind="level"
          value={cooler.closesAtC}
          error={draft.error(`${path}.closesAtC`)}
          onchange={(value) => change(() => (cooler.closesAtC = value))}
        />
      {/if}
    </div>
  {/if}
  {#if draft.error(`${path}.place.zM`)}<p class="error">Where it is {draft.error(`${path}.place.zM`)}</p>{/if}
  <details class="small">
    <summary>{heater ? 'Its element, its own thermostat, its place' : 'Its place'}</summary>
    {#if heater}
      <div class="row">
        <NumberField
          label="Heat its element holds for each kelvin"
          word="element holds"
          unit="J/K"
          emptyMeans={usual ? fixed(usual.elementJKPerW * appliance.powerW, 0) : 'usual'}
          value={heater.elementJK}
          error={draft.error(`${path}.elementJK`)}
          onchange={(value) => change(() => (heater.elementJK = value))}
        />
        <NumberField
          label={draft.plan.box?.tank ? 'Heat it gives the water for each kelvin it is hotter' : 'Heat it gives the air for each kelvin it is hotter'}
          unit="W/K"
          emptyMeans={usual ? fixed(usual.toAirWKPerW * appliance.powerW, 2) : 'usual'}
          value={heater.toAirWK}
          error={draft.error(`${path}.toAirWK`)}
          onchange={(value) => change(() => (heater.toAirWK = value))}
        />
        <NumberField
          label="… and straight to what stands in it, by touch or by shining"
          word="straight to what stands in it"
          unit="W/K"
          emptyMeans={usual ? fixed(usual.toContentsWKPerW * appliance.powerW, 2) : 'usual'}
          value={heater.toContentsWK}
          error={draft.error(`${path}.toContentsWK`)}
          onchange={(value) => change(() => (heater.toContentsWK = value))}
        />
        {#if appliance.kind === 'SELF_LIMITING'}
          <NumberField
            label="Draws nothing at"
            kind="level"
            emptyMeans="80 °C"
            value={heater.selfLimitC}
            error={draft.error(`${path}.selfLimitC`)}
            onchange={(value) => change(() => (heater.selfLimitC = value))}
          />
        {/if}
        {#if usual?.shines}
          <NumberField
            label="Distance from the animals' backs"
            unit="m"
            emptyMeans="none below it"
            value={heater.shinesFromM}
            error={draft.error(`${path}.shinesFromM`)}
            onchange={(value) => change(() => (heater.shinesFromM = value))}
          />
        {/if}
        <NumberField
          label="Own thermostat opens at"
          kind="level"
          emptyMeans="none"
          value={heater.opensAtC}
          error={draft.error(`${path}.opensAtC`)}
          onchange={(value) =>
            change(() => {
              heater.opensAtC = value
              heater.closesAtC = value === null ? null : (heater.closesAtC ?? value - 1.5)
            })}
        />
        {#if heater.opensAtC !== null}
          <NumberField
            label="and closes again at"
            kind="level"
            value={heater.closesAtC}
            error={draft.error(`${path}.closesAtC`)}
            onchange={(value) => change(() => (heater.closesAtC = value))}
          />
        {/if}
      </div>
    {/if}
    <PlaceFields
      usual={draft.answer?.layout.appliances.find((each) => each.id === appliance.id)?.place ?? null}
      place={appliance.place}
      error={(field) => draft.error(`${path}.place.${field}`)}
      onchange={(place) => change(() => (appliance.place = place))}
    />
  </details>
</div>
