import { defineStore } from 'pinia'
import { USUAL_STAND } from '#core/stand'
import type { UnitSystem } from '#core/region'
import type { Stand } from '#shared/contract'
import { atLeast, roleAt, type Role } from '#shared/routes'
import { api, ApiProblem, noAnswer } from '~/utils/api'
import { forgetEverything } from '~/utils/forget'
import { useOutbox } from './outbox'
import { isSameWorker, useWho } from './who'

/** Somebody signed out while nobody answered: the server is told before anything else. */
const LEAVING = 'olvex-leaving'

/** Who is signed in, where, and what the server's clock says. */
export const useSession = defineStore('session', () => {
  const who = useWho()
  const person = computed(() => who.person)
  const business = ref('')
  /** where the business is, and what it counts in */
  const region = ref('IE')
  const currency = ref('EUR')
  const stands = ref<Stand[]>([])
  const standId = ref(localStorage.getItem('olvex-stand') ?? '')
  const asked = ref(false)
  /** the server ended the session, and something typed still stands in a form: the page is left when that is saved */
  const over = ref(false)

  /** those that serve, where this person works */
  const openStands = computed(() => stands.value.filter((s) => !s.closed))
  const stand = computed(() => openStands.value.find((s) => s.id === standId.value) ?? openStands.value[0])
  const roleOf = (id: string): Role | null => person.value && roleAt(person.value, id)
  /** what they are at the stand that is looked at */
  const role = computed(() => roleOf(stand.value?.id ?? ''))
  /** where the days are those of the stand; nobody signed in has none yet */
  const zone = computed(() => stand.value?.timeZone ?? 'UTC')
  /** what amounts are typed and shown in here */
  const units = computed((): UnitSystem => stand.value?.units ?? 'metric')
  /** tax on top of a price here, as a share of the price without it */
  const taxShare = computed(() => stand.value?.taxShare ?? USUAL_STAND.taxShare)
  /** moves on by the minute: the day turns while a tablet lies there */
  const minute = ref(0)
  setInterval(() => minute.value++, 60e3)
  const isOwner = computed(() => role.value === 'owner')
  const leads = (role: Role | null): boolean => role !== null && atLeast(role, 'lead')
  const mayPlan = computed(() => leads(role.value))
  /** the stands that they lead, also those that serve no more */
  const ledStands = computed(() => stands.value.filter((s) => leads(roleOf(s.id))))

  watch(standId, (id) => localStorage.setItem('olvex-stand', id))

  async function load(): Promise<boolean> {
    asked.value = true
    try {
      if (localStorage.getItem(LEAVING)) await leaveAtLast()
      const me = await useOutbox().read('me')
      // Before anything of theirs is asked for: what somebody else, or they in another role, left here is gone.
      if (!isSameWorker(person.value, me.person)) await useOutbox().welcome(me.person)
      who.person = me.person
      over.value = false
      business.value = me.business
      region.value = me.region
      currency.value = me.currency
      who.ahead = new Date(me.now).getTime() - Date.now()
      stands.value = await useOutbox().read('stands')
      if (!openStands.value.some((s) => s.id === standId.value)) standId.value = openStands.value[0]?.id ?? ''
      return true
    } catch (e) {
      // Nobody answers and nothing was kept: the door, which says so.
      if (noAnswer(e)) return false
      if (!(e instanceof ApiProblem) || e.problem.status !== 401) throw e
      // Signed out, perhaps long ago and from elsewhere: nothing of it may come back without a connection.
      await gone()
      return false
    }
  }
  async function signOut(): Promise<void> {
    localStorage.setItem(LEAVING, '1')
    await gone()
    await leaveAtLast().catch((e: unknown) => {
      if (!noAnswer(e)) throw e
    })
  }
  async function leaveAtLast(): Promise<void> {
    await api('signOut').catch((e: unknown) => {
      if (noAnswer(e)) throw e
    })
    localStorage.removeItem(LEAVING)
  }
  /** The session ended on the server: the door, with what is unsent kept. */
  async function gone(): Promise<void> {
    who.person = null
    over.value = false
    business.value = ''
    stands.value = []
    await forgetEverything()
  }
  return {
    over,
    person,
    business,
    region,
    currency,
    units,
    taxShare,
    stands,
    openStands,
    stand,
    role,
    zone,
    minute,
    standId,
    isOwner,
    mayPlan,
    ledStands,
    asked,
    now: who.now,
    load,
    signOut,
    gone,
  }
})
