/** Words of the templates of preps, which are fetched where preps are looked at. */
export const templates = {
  templateFamily: {
    syrup: 'Syrups',
    peel: 'Peel and core',
    fruit: 'Fruit',
    'pod-root-seed': 'Pods, roots and seeds',
    'tea-flower': 'Tea and flowers',
    milk: 'Milk and whey',
    other: 'Small things',
  },
  template: {
    'syrup-1-1-weight': {
      name: 'Simple syrup 1:1, by weight',
      line: 'A kilo of sugar to a kilo of water, stirred until it is clear. Half of it is sugar.',
      school: {
        s1: 'Stirred cold: some minutes more, no fire.',
        s2: 'Warmed: clear sooner; cool it before it meets juice.',
      },
    },
    'syrup-1-1-volume': {
      name: 'Simple syrup 1:1, by volume',
      line: 'The same cup for sugar and for water. A cup of sugar weighs less than one of water: 45.8 °Bx.',
      school: { s1: 'Stirred cold, or shaken in a closed jar.', s2: 'Warmed until it is clear.' },
    },
    'syrup-2-1-weight': {
      name: 'Rich syrup 2:1, by weight',
      line: 'Two kilos of sugar to one of water, hot. Above what cold water holds: crystals may form in the fridge.',
      school: { s1: 'Hot, for a syrup that pours thick.', s2: 'A spoon of corn syrup or acid keeps crystals away.' },
    },
    'syrup-2-1-volume': {
      name: 'Rich syrup 2:1, by volume',
      line: 'Two cups of sugar to one of water, hot. Just under what cold water holds.',
      school: { s1: 'Hot until it is clear, then cooled.', s2: 'Bottled hot only in clean, heat-proof bottles.' },
    },
    'warm-sugar-water': {
      name: 'Warm sugar water, full',
      line: 'Sugar is stirred into warm water until it begins to lie on the bottom. Used warm, over the rest.',
      school: { s1: 'Used warm, at once: it thickens as it cools.' },
    },
    'honey-syrup': {
      name: 'Honey syrup',
      line: 'Honey let down with as much warm water, so that it mixes into cold drinks. Not for children under one year.',
      school: { s1: 'One to one: pours like syrup.', s2: 'Three of honey to one of water: stronger, keeps its taste.' },
    },
    'raw-sugar-syrup': {
      name: 'Raw sugar syrup',
      line: 'Raw cane or brown sugar with as much water, brought just under the boil and skimmed.',
      school: { s1: 'Cane block, broken up: 10 minutes longer.', s2: 'Brown sugar: clear as soon as it is hot.' },
    },
    'herb-syrup': {
      name: 'Herb syrup, steeped',
      line: 'Leaf lies in hot syrup for a quarter of an hour and is taken out.',
      school: { s1: 'Leaf into hot syrup, off the fire.', s2: 'Simmered for two minutes: darker, more like tea.' },
    },
    'blended-herb-syrup': {
      name: 'Herb syrup, blended',
      line: 'Leaf blended into cold syrup and strained through a cloth: green and fresh, for two days.',
      school: { s1: 'Blanched leaf keeps its green longer.' },
    },
    'spice-syrup': {
      name: 'Root or spice syrup',
      line: 'Sliced root or whole spice lies in near-boiling syrup for forty minutes.',
      school: { s1: 'Skin on, well brushed.', s2: 'Peeled: milder.' },
    },
    'fruit-pulp-syrup': {
      name: 'Boiled fruit-pulp syrup',
      line: 'Pulp, brown sugar and water: ten minutes at the boil, thirty-five at a simmer, then acid in steps, tasted each time. Look at a spoonful from the fridge for crystals.',
      school: {
        s1: 'Acid at the end, in steps: about two teaspoons to a kilo of sugar.',
        s2: 'Acid from the start: less of the sugar crystallises.',
      },
    },
    'peel-sugar-hour': {
      name: 'Peel sugar, an hour',
      line: 'Peel without pith and sugar for an hour; hot water takes off oil and sugar in five minutes.',
      school: { s1: 'Hot water for 5 minutes.', s2: 'Rinds kept for candying.' },
    },
    'peel-sugar-night': {
      name: 'Peel sugar, overnight',
      line: 'Peel and sugar for four to twelve hours, then hot water for twenty minutes.',
      school: { s1: 'Hot water for 20 minutes.', s2: 'Warm water: less bitter.', s3: 'Rinds kept for candying.' },
    },
    'peel-sugar-juice': {
      name: 'Peel sugar taken off with juice',
      line: 'The fruit’s own juice dissolves what peel and sugar gave: a cordial without fire.',
      school: { s1: 'Juice of the same fruit, strained.' },
    },
    'acid-extended-lime': {
      name: 'Acid-extended lime',
      line: 'Peel drawn with weighed acids, then water and the limes’ own juice: as sour as juice, four times as much.',
      school: {
        s1: 'Acid by weight of the peel.',
        s2: 'Kept for weeks: a special process, only with the authority’s approval.',
      },
    },
    'acid-adjusted-orange': {
      name: 'Acid-adjusted orange',
      line: 'Sweet citrus brought to a lemon’s acidity with weighed citric and malic acid.',
      school: { s1: 'Its formula opens: grams of acid for a litre.' },
    },
    'peel-and-core-syrup': {
      name: 'Peel-and-core syrup',
      line: 'The outermost skin is thrown; inner peel and core lie in boiling water, and what they gave is sweetened.',
      school: { s1: 'Cores only: milder.', s2: 'With spice in the boil.' },
    },
    'fruit-puree': {
      name: 'Fruit purée',
      line: 'Washed, hulled and blended long, so that it is smooth.',
      school: { s1: 'Fresh, for today and tomorrow.', s2: 'Frozen in cubes.' },
    },
    'thawed-puree': {
      name: 'Thawed purée',
      line: 'Frozen purée thawed in the fridge, with a little lime to hold its colour.',
      school: { s1: 'Thawed in the fridge, never on the bench.' },
    },
    'strained-base': {
      name: 'Strained fruit base, dripped',
      line: 'Flesh blended with water and left to drip, juice drawn off from under the foam.',
      school: {
        s1: 'Left to drip: less foam and grit.',
        s2: 'Pressed: more of it, cloudier.',
        s3: 'Seeds out, pulp back.',
      },
    },
    'rinsed-base': {
      name: 'Strained base, pulp rinsed',
      line: 'Pressed, then a little water goes through the pulp and the jar and takes what was left.',
      school: { s1: 'One rinse: a little thinner, more of it.', s2: 'No rinse: stronger.' },
    },
    'base-in-loads': {
      name: 'Base in two jars',
      line: 'Two loads of their own contents, joined before anybody tastes, then strained.',
      school: { s1: 'Fibrous fruit long, herbs short.' },
    },
    'pod-pulp': {
      name: 'Boiled pods',
      line: 'Pods shelled, boiled, cooled in their own water; seeds are picked out by hand, and the rest is blended with that water.',
      school: {
        s1: 'Whole pods.',
        s2: 'Veins off before the boil: less bitter.',
        s3: 'Cooked pods kept and candied: the sugar they carry out is theirs.',
      },
    },
    'ready-pulp': {
      name: 'Ready pulp, let down',
      line: 'Bought pulp loosened in warm water and strained.',
      school: { s1: 'Worked with the hand, then strained.' },
    },
    'steeped-root': {
      name: 'Steeped root, strained twice',
      line: 'Root blended with cold water, rested cold for four hours, through a sieve and a cloth.',
      school: { s1: 'Four hours.', s2: 'Overnight, always cold.' },
    },
    'rice-base': {
      name: 'Soaked rice base',
      line: 'Rice and spice soaked cold for eight hours, blended, pressed through a cloth.',
      school: { s1: 'Raw rice, soaked cold.', s2: 'Toasted rice: more taste, darker.' },
    },
    'seed-base': {
      name: 'Seed or nut base',
      line: 'Nuts or seeds blended with cold water and pressed through a cloth.',
      school: { s1: 'Soaked overnight in the fridge first: smoother.' },
    },
    'tea-concentrate-hot': {
      name: 'Tea concentrate, hot',
      line: 'Four grams of leaf to 100 mL near the boil for five minutes; let down with as much cold water.',
      school: { s1: 'Strong and short, then cold water.', s2: 'Brewed at drinking strength.' },
    },
    'tea-cold-brew': {
      name: 'Tea, cold-brewed',
      line: 'Leaf in cold water in the fridge for six hours: soft, hardly bitter.',
      school: { s1: 'Always in the fridge.' },
    },
    'flower-steep-hot': {
      name: 'Flower steep, hot',
      line: 'Dried flowers in near-boiling water for twelve minutes.',
      school: { s1: 'Hot: redder, sharper.', s2: 'With ginger or cinnamon in the water.' },
    },
    'flower-steep-cold': {
      name: 'Flower steep, cold',
      line: 'Dried flowers in cold water in the fridge overnight.',
      school: { s1: 'Cold: softer, less bitter.' },
    },
    'reduced-sweet-milk': {
      name: 'Reduced sweet milk',
      line: 'Milk and sugar boiled down to what a can of 397 g holds.',
      school: { s1: 'Slow, stirred, wide pan.', s2: 'Or a can: see make or buy.' },
    },
    'dripped-whey': {
      name: 'Dripped whey',
      line: 'Plain yogurt drips through a cloth in the fridge; the curd is kept.',
      school: { s1: 'Some hours: clear and thin.' },
    },
    'cultured-base': {
      name: 'Cultured base',
      line: 'Whey, sugar and water at room temperature for two to three days, then juice and the cold. A special process: off until the authority has approved it.',
      school: { s1: 'Juice after the culture.', s2: 'Juice from the start: sourer and slower.' },
    },
    'saline-drops': {
      name: 'Saline drops',
      line: 'One of salt to four of water: a few drops lift a whole drink.',
      school: { s1: 'By the drop, never by the pinch.' },
    },
    'pulp-ice': {
      name: 'Frozen pulp ice',
      line: 'Pulp and water frozen in cubes: it cools and does not thin.',
      school: { s1: 'In trays, covered.' },
    },
  },
}
