/** The shelf of drinks, drafts and standards. */
export const drinks = {
  drinks: {
    search: 'Search the drinks',
    startWhy:
      'Begin with a plain drink of a family, and make it yours: every amount can be changed. Or make a new one.',
    startName: '{family}, to begin with',
    start: 'Begin with it',
    title: 'Drinks',
    summary: '{n} on the shelf, {s} signed off',
    new: 'New drink',
    name: 'Name of the drink',
    family: 'Family',
    make: 'Put it on the shelf',
    empty: 'The shelf is empty. Make the first drink: a glass of water to which you add juice and sweetener.',
    emptyCrew: 'The shelf is empty. The owner puts drinks here.',
    gone: 'This drink is not here.',
    standard: 'standard {n}',
    draft: 'draft',
    signed: 'standard {n}, signed off {day} by {who}',
    notSigned: 'draft, not signed off',
    differs: 'changed since',
    signOff: 'Sign off standard {n}',
    isSigned: 'Signed off as standard {n}',
  },
  draft: {
    saved: 'saved',
    waiting: 'not saved yet',
    saving: 'saving',
    stale: 'not saved',
    refused: 'not saved',
    offline: 'kept on this tablet',
  },
  standard: {
    filled:
      'What this standard is worked out from was put down later than it was signed: its own amounts and compositions, and what ships today for the rest.',
    moved: 'This Olvex works it out otherwise than it was signed: {list}.',
    cannot:
      'This Olvex cannot work standard {n} out any more, so it stands as it was signed: {list}. The reason: {why}',
    changed:
      'Since it was signed, other values have come for: {list}. The standard keeps its own; signing again takes these.',
    movedOne: '{where} {today} (signed with {signed})',
    at: { jug: 'in the jug', firstSip: 'at the first sip' },
    asSigned: 'as signed',
    holds: 'In it: {list}.',
    none: 'none',
    signPrep: 'Sign off {name} as it is',
    askOwner: 'The owner signs it off.',
  },
}
