import { defineStore } from 'pinia'
import { celsius, MASS_UNITS, toGrams, type MassUnit } from '#core/units'
import type { BenchReading } from '#shared/contract'
import { useSession } from './session'

export type Device = 'scale' | 'probe' | 'refractometer'
/** A field that a device can fill: which one, in what unit, and how. */
export interface BenchTarget {
  device: Device
  unit: 'kg' | 'g' | '°C' | '°Bx'
  take: (value: number) => void
}
export const DEVICE_OF_UNIT = { kg: 'scale', g: 'scale', '°C': 'probe', '°Bx': 'refractometer' } as const

/** Refusals that no reading mends: they stay said until another field is gone to. */
const OF_FIELD: readonly string[] = ['bench-no-field', 'bench-other-device']

/** What the devices of the stand say, as they say it; and the field that takes the next reading. */
export const useBench = defineStore('bench', () => {
  const readings = ref<Partial<Record<Device, BenchReading>>>({})
  const target = shallowRef<BenchTarget | null>(null)
  /** code of why a reading was not taken */
  const refused = ref<{ code: string; device: Device } | null>(null)
  const here = computed(() => Object.keys(readings.value).length > 0)
  /** fields on the page that can take a reading */
  const fields = ref(0)
  const wanted = (more: number): void => void (fields.value += more)
  let source: EventSource | null = null
  let stand = ''

  function listen(): void {
    const session = useSession()
    if (session.standId === stand && source && source.readyState !== EventSource.CLOSED) return
    leave()
    stand = session.standId
    if (!stand || !session.stand?.bench || typeof EventSource !== 'function') return
    source = new EventSource(`/api/v1/bench?stand=${encodeURIComponent(stand)}`)
    source.onmessage = (e) => {
      const r = JSON.parse(e.data as string) as BenchReading
      readings.value = { ...readings.value, [r.device]: r }
      if (refused.value?.device === r.device && r.steady && !OF_FIELD.includes(refused.value.code)) refused.value = null
    }
    // The browser connects again by itself; until then nothing is known.
    source.onerror = () => {
      readings.value = Object.fromEntries(
        Object.entries(readings.value).map(([d, r]) => [d, { ...r, steady: false, state: 'lost' as const }]),
      )
    }
  }
  function leave(): void {
    source?.close()
    source = null
    readings.value = {}
  }
  const inGrams = (r: BenchReading): number => toGrams(r.value ?? NaN, MASS_UNITS.find((u) => u === r.unit) as MassUnit)
  /** In the unit of a field. */
  function inUnit(r: BenchReading, unit: BenchTarget['unit']): number {
    const value = r.value ?? NaN
    if (unit === 'kg' || unit === 'g') {
      const grams = inGrams(r)
      return unit === 'g' ? Math.round(grams * 10) / 10 : Math.round(grams * 10) / 1e4
    }
    return Math.round((r.unit === 'F' ? celsius(value) : value) * 100) / 100
  }
  /** Code of why a reading cannot be taken into a field; null where it can. */
  function whyNot(t: BenchTarget | null, wanted: Device, r: BenchReading | undefined): string | null {
    if (!t) return 'bench-no-field'
    if (t.device !== wanted) return 'bench-other-device'
    if (!r || r.state === 'lost') return 'bench-lost'
    if (r.state === 'flood') return 'bench-flood'
    if (r.state === 'unit-changed') return 'bench-unit-changed'
    return r.steady ? null : 'bench-not-steady'
  }
  /** Puts the steady reading into the field that has, or had last, the focus; or says in a code why not. */
  function take(device?: Device): void {
    const t = target.value
    const wanted = device ?? t?.device
    if (!wanted) return
    const r = readings.value[wanted]
    const code = whyNot(t, wanted, r)
    refused.value = code ? { code, device: wanted } : null
    if (!code) t!.take(inUnit(r!, t!.unit))
  }
  return { readings, target, refused, here, fields, wanted, listen, leave, take, inGrams }
})
