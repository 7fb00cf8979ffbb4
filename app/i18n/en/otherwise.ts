/** Words of the day that is otherwise, which are fetched where it is opened. */
export const otherwise = {
  otherwise: {
    title: 'What if',
    why: 'Nothing here is put down: the plan stays as it is. Both days are in the first order that goes; the clock looks for a better one.',
    more: 'Cups, more or less',
    percent: 'Type a number of percent above −100 and up to {most}.',
    ill: 'Somebody is ill',
    down: 'One of these is down',
    dear: 'A fruit is dear',
    dearMore: 'By so much',
    planned: 'as planned',
    otherwise: 'then',
    cups: 'Cups',
    first: 'First hand at',
    hands: 'Minutes of hands',
    fridge: 'Cold at the most',
    buy: '{name} to buy',
    doesNotFit: 'does not fit',
    noHours: 'hours are not known',
  },
}
