<script lang="ts">
  import { unitSign } from '../held'
  import type { ControllerPlan } from '../api/types'
  import NumberField from '../parts/NumberField.svelte'

  type Habits = ControllerPlan['profile']['habits']
  interface Props {
    profile: ControllerPlan['profile']
    /** What the server says is wrong with a field of the habits. */
    error: (field: string) => string | null
    /** Runs a change and rehearses anew. */
    change: (action: () => void) => void
  }
  let { profile, error, change }: Props = $props()
  const id = $props.id()
  const habits = $derived(profile.habits)

  const LEFT_ALONE: Record<Habits['leftAlone'], string> = { UNKNOWN: 'not found out yet', KEPT: 'is kept', DROPPED: 'is dropped' }
  const SOUNDERS: Record<Habits['sounder'], string> = {
    UNKNOWN: 'not found out yet',
    NONE: 'it has none',
    CANNOT_BE_MUTED: 'cannot be muted',
    MUTED_BY_ANY_KEY: 'any key mutes it',
    CAN_BE_OFF: 'can be switched off; it is on',
    OFF: 'is switched off',
  }
  const LINKS: Record<Habits['linkLoss'], string> = {
    NO_LINK: 'head and outlets are one device',
    OFF: 'they go off',
    ON: 'they go on',
    STAYS: 'they stay as they were',
    BY_KEY: 'a key says',
  }
  type AlarmDoes = NonNullable<Habits['highAlarmDoes']>[number]
  const DOES: Record<AlarmDoes, string> = { SOUND: 'sounds', LIGHT: 'lights up', MESSAGE: 'sends a message' }

  function toggle(field: 'highAlarmDoes' | 'lowAlarmDoes', does: AlarmDoes, on: boolean) {
    const now = (habits[field] ?? []).filter((each) => each !== does)
    const next = on ? [...now, does] : now
    habits[field] = next.length > 0 ? next : null
  }

  const MEANINGS: Record<Habits['codes'][number]['meaning'], string> = {
    PROBE_OPEN: 'probe broken or not plugged in',
    PROBE_SHORT: 'probe shorted',
    TOO_HIGH: 'above what it can read',
    TOO_LOW: 'below what it can read',
    HIGH_ALARM: 'high alarm',
    LOW_ALARM: 'low alarm',
    OTHER: 'something else',
  }
</script>

<details>
  <summary>How it behaves: keeping, alarms, codes, sounder, link</summary>
  <div class="grid">
    <div>
      <label for="{id}-alone">A change, when the keys rest,</label>
      <select id="{id}-alone" bind:value={habits.leftAlone} onchange={() => change(() => {})}>
        {#each Object.entries(LEFT_ALONE) as [value, name] (value)}<option {value}>{name}</option>{/each}
      </select>
    </div>
    <NumberField label="after" unit="s" emptyMeans="?" value={habits.restS} error={error('restS')} onchange={(value) => change(() => (habits.restS = value))} />
    <div>
      <label for="{id}-sounder">Its sounder</label>
      <select id="{id}-sounder" bind:value={habits.sounder} onchange={() => change(() => {})}>
        {#each Object.entries(SOUNDERS) as [value, name] (value)}<option {value}>{name}</option>{/each}
      </select>
    </div>
    <div>
      <label for="{id}-link">Outlets without the head unit</label>
      <select id="{id}-link" bind:value={habits.linkLoss} onchange={() => change(() => {})}>
        {#each Object.entries(LINKS) as [value, name] (value)}<option {value}>{name}</option>{/each}
      </select>
    </div>
    <NumberField
      label="High alarm at least above set by"
      unit={unitSign(profile.unit)}
      value={habits.highAlarmLeast}
      error={error('highAlarmLeast')}
      onchange={(value) => change(() => (habits.highAlarmLeast = value!))}
    />
    <NumberField
      label="Low alarm at least below set by"
      unit={unitSign(profile.unit)}
      value={habits.lowAlarmLeast}
      error={error('lowAlarmLeast')}
      onchange={(value) => change(() => (habits.lowAlarmLeast = value!))}
    />
    <div>
      <label for="{id}-calibration">Calibrated by keying in</label>
      <select
        id="{id}-calibration"
        value={habits.calibration ?? 'OFFSET'}
        onchange={(event) => change(() => (habits.calibration = event.currentTarget.value === 'REFERENCE' ? 'REFERENCE' : null))}
      >
        <option value="OFFSET">an offset</option>
        <option value="REFERENCE">what the reference reads</option>
      </select>
    </div>
    {#each [{ field: 'highAlarmDoes', name: 'Its high alarm' }, { field: 'lowAlarmDoes', name: 'Its low alarm' }] as const as alarm (alarm.field)}
      <fieldset>
        <legend>{alarm.name}</legend>
        {#each Object.entries(DOES) as [value, name] (value)}
          <label
            ><input
              type="checkbox"
              checked={habits[alarm.field]?.includes(value as AlarmDoes) ?? false}
              onchange={(event) => change(() => toggle(alarm.field, value as AlarmDoes, event.currentTarget.checked))}
            />
            {name}</label
          >
        {/each}
      </fieldset>
    {/each}
  </div>
  <ul>
    {#each habits.codes as code, at (at)}
      <li>
        <label for="{id}-code-{at}">It shows</label>
        <input id="{id}-code-{at}" class="mono" maxlength="20" bind:value={code.shown} oninput={() => change(() => {})} />
        <label for="{id}-meaning-{at}">for</label>
        <select id="{id}-meaning-{at}" bind:value={code.meaning} onchange={() => change(() => {})}>
          {#each Object.entries(MEANINGS) as [value, name] (value)}<option {value}>{name}</option>{/each}
        </select>
        <button class="link small" onclick={() => change(() => (habits.codes = habits.codes.filter((each) => each !== code)))}
          >Remove<span class="sr-only"> code {code.shown}</span></button
        >
        {#if error(`codes[${at}].shown`)}<p class="error">{error(`codes[${at}].shown`)}</p>{/if}
      </li>
    {/each}
  </ul>
  <button class="link small" onclick={() => change(() => habits.codes.push({ shown: '--', meaning: 'PROBE_OPEN' }))}>Add a code it shows</button>
</details>

<style>
  fieldset {
    margin: 0;
    padding: 0;
    border: 0;
  }

  legend {
    padding: 0;
    color: var(--quiet);
    font-size: var(--small);
  }

  .grid,
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 22px;
    align-items: end;
    padding: 8px 0;
  }

  .grid > div {
    display: grid;
  }

  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  li {
    align-items: center;
    gap: 8px;
  }

  li input {
    width: 5em;
  }

  label {
    color: var(--quiet);
    font-size: var(--small);
  }

  select {
    max-width: 100%;
  }
</style>
