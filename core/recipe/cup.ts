import { call, difference, given, product, quotient, sum, type Figure } from '../figures'
import { atTemperature, drinkNumbers, ingredientStream, melted, settled, SIP, type Stream } from '../process'
import { INDEX } from '../substances'
import type { SipConditions } from './context'
import type { Serve } from './document'
import { ingredientShares, mixFigures, type MixFigures, type Part } from './mix-figures'

/** The cup while it is drunk. */
export interface Sip {
  /** ice gone by then, g */
  melted: Figure
  mix: MixFigures
  /** what the ice that is left pushes up, mL: floating ice displaces its own mass */
  displaced: Figure
  /** drink and displaced ice together, mL */
  filled: Figure
}

export interface CupFigures {
  displaced: Figure
  filled: Figure
  melted: Figure
  firstSip: MixFigures
  lastSip: MixFigures
  /** the cup after this share (0 to 1) of the time from the first sip to the last */
  sipAt(share: number): Sip
}

const MELTWATER = ingredientStream(
  { key: 'meltwater', kind: 'water', composition: {}, source: 'source.definition' },
  1,
  0,
)
const WATER_SHARES = ingredientShares(MELTWATER, 'source.definition', { name: 'meltwater' })

/** mL over a line that nobody sees. */
const UNSEEN_ML = 0.5
/** Whether a cup stands over a line: the fill line, or the brim. */
export const isOver = (filledMl: number, lineMl: number): boolean => filledMl > lineMl + UNSEEN_ML

/**
 * The figures of one cup, each made when it is first read: a menu asks for few of them. The first sip is the drink as
 * it is poured; the last one comes after the stand's time in the stand's room.
 */
export class Cup implements CupFigures {
  private memo = new Map<string, unknown>()
  private readonly poured: Stream
  private readonly sip: SipConditions

  constructor(
    private readonly serve: Serve,
    private readonly parts: readonly Part[],
    jug: Stream,
    sip: SipConditions | undefined,
  ) {
    // A drink with ice in it is as cold as that; any other comes out of the fridge.
    this.poured = jug.iceG > 0 ? jug : atTemperature(jug, serve.pouredTempC)
    this.sip = sip ?? SIP
  }
  private once<T>(name: string, make: () => T): T {
    if (!this.memo.has(name)) this.memo.set(name, make())
    return this.memo.get(name) as T
  }
  private get pouredTemp(): Figure {
    return this.once('poured', () =>
      given(
        'temperature',
        this.poured.tempC,
        '°C',
        'default',
        this.poured.iceG > 0 ? 'source.freezing' : 'source.poured',
      ),
    )
  }
  private get ice(): Figure {
    return this.once('ice', () => given('mass-of', this.serve.iceG, 'g', 'measured', 'source.recipe', { name: 'ice' }))
  }
  /** What ice and room do to the drink, as the sums ask for it. */
  private get meltArgs(): Figure[] {
    return this.once('melt', () => {
      const n = drinkNumbers(this.poured)
      const leaf = (label: string, value: number, unit: Figure['unit'], source: string): Figure =>
        given(label, value, unit, 'estimated', source)
      return [
        leaf('mass', n.massG, 'g', 'source.process'),
        leaf('heat-capacity', n.cp, 'kJ/(kg K)', 'source.heat-capacity'),
        this.pouredTemp,
        leaf('water', n.waterG, 'g', 'source.composition'),
        leaf('solute-amount', n.soluteMol, 'mol', 'source.composition'),
        this.poured.iceG > 0
          ? sum('ice', 'g', [this.ice, leaf('ice-in-drink', this.poured.iceG, 'g', 'source.freezing')])
          : this.ice,
        given('ice-temperature', this.serve.iceTempC, '°C', 'default', 'source.recipe'),
        given('param-cup-w-per-k', this.sip.cupWPerK, 'W/K', 'default', 'source.cup-heat'),
        given('param-room-c', this.sip.roomC, '°C', 'default', 'source.stand'),
        given('param-minutes', this.sip.minutes, 'min', 'default', 'source.stand'),
      ]
    })
  }
  /** A drink with ice of its own at the last sip, what melted into it counted. */
  private get end(): Stream {
    return this.once('end', () => {
      const { out, left } = melted(
        { ...this.poured, iceG: 0, amountsG: withWater(this.poured, -this.poured.iceG) },
        {
          iceG: this.serve.iceG + this.poured.iceG,
          iceTempC: this.serve.iceTempC,
          minutes: this.sip.minutes,
          roomC: this.sip.roomC,
          wPerK: this.sip.cupWPerK,
        },
      )
      // The drink's own ice is part of it as long as there is any.
      const own = Math.min(this.poured.iceG, left.stream.iceG)
      return { ...out, amountsG: withWater(out, own), iceG: own }
    })
  }
  get melted(): Figure {
    return this.once('melted', () => call('ice-melted', 'g', 'ice-melted', this.meltArgs))
  }
  get firstSip(): MixFigures {
    return this.once('first', () => mixFigures(this.parts, this.pouredTemp, this.poured))
  }
  get lastSip(): MixFigures {
    return this.sipAt(1).mix
  }
  get displaced(): Figure {
    return this.sipAt(0).displaced
  }
  get filled(): Figure {
    return this.sipAt(0).filled
  }
  sipAt(share: number): Sip {
    return this.once(`sip-${share}`, () => {
      const of = given('share-of-time', share, '1', 'measured', 'source.slider')
      const gone = share === 1 ? this.melted : product('ice-melted-so-far', 'g', [this.melted, of])
      const mix = share === 0 ? this.firstSip : this.mixAfter(share, of, gone)
      const density = call('density', 'g/mL', 'solution-density', [mix.dissolved, mix.temp])
      const displaced = quotient('displaced', 'mL', this.floating(share, gone), density)
      return { melted: gone, mix, displaced, filled: sum('filled', 'mL', [mix.volume, displaced]) }
    })
  }
  /** g of the cup's own ice that still float. */
  private floating(share: number, gone: Figure): Figure {
    if (share === 0 || this.serve.iceG <= 0) return this.ice
    return call('ice-left', 'g', 'at-least-zero', [difference('ice-left', 'g', this.ice, gone)])
  }
  private mixAfter(share: number, of: Figure, gone: Figure): MixFigures {
    const atEnd = call('temperature', '°C', 'temperature-after-melt', this.meltArgs)
    const change = product('temperature-change', '°C', [
      difference('temperature-change', '°C', atEnd, this.pouredTemp),
      of,
    ])
    const temp = share === 1 ? atEnd : sum('temperature', '°C', [this.pouredTemp, change])
    // What melted of the drink's own ice was in it all along.
    const ownGone = this.poured.iceG > 0 ? this.poured.iceG - this.end.iceG : 0
    const cupGoneG = (this.melted.value - ownGone) * share
    const drink = settled(
      withWater(this.poured, cupGoneG),
      temp.value,
      this.poured.iceG - ownGone * share,
      this.poured.crystals,
    )
    if (this.poured.iceG <= 0) return mixFigures([...this.parts, meltwater(gone)], temp, drink)
    const ofCup = given('ice-melted-so-far', cupGoneG, 'g', 'estimated', 'source.freezing')
    return mixFigures(Math.abs(cupGoneG) > 1e-9 ? [...this.parts, meltwater(ofCup)] : this.parts, temp, drink)
  }
}

const meltwater = (mass: Figure): Part => ({
  name: 'meltwater',
  mass,
  shares: WATER_SHARES,
  params: { name: 'meltwater' },
})

function withWater(s: Stream, grams: number): number[] {
  const amountsG = s.amountsG.slice()
  amountsG[INDEX.water]! += grams
  return amountsG
}
