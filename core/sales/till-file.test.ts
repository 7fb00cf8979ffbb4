import { guessedColumns, readTill, type TillColumns } from '.'

const columns: TillColumns = { sale: 0, day: 1, time: null, product: 2, count: 3, paid: 4, monthFirst: false }
const NOW = '2026-11-28T20:00:00.000Z'
const read = (rows: string[], of: Partial<TillColumns> = {}, zone = 'Europe/Madrid') =>
  readTill(['sale,date,item,qty,total', ...rows].join('\n'), { ...columns, ...of }, zone, NOW)

describe('the file of a till', () => {
  it('is read with comma, semicolon or tab, with decimals as its country writes them', () => {
    const lines = [
      ['sale;date;item;qty;total', '17;28/11/2026 14:05;Lemonade;2;"7,00 €"'],
      ['sale\tdate\titem\tqty\ttotal', '17\t2026-11-28T14:05:09\tLemonade\t2\t7.00'],
      ['sale,date,item,qty,total', '17,2026-11-28 14.05,Lemonade,2,7'],
    ].map((rows) => readTill(rows.join('\n'), columns, 'Europe/Madrid', NOW).lines[0])
    for (const line of lines)
      expect(line).toEqual({
        line: 2,
        sale: '17/1',
        at: '2026-11-28T13:05:00.000Z',
        product: 'Lemonade',
        count: 2,
        paid: 7,
      })
  })
  it('of months first, and of a day and a time apart', () => {
    const { lines } = readTill(
      'no,d,t,p,n\n1,11/08/2026,2:05 pm,Tea,1',
      { sale: 0, day: 1, time: 2, product: 3, count: 4, paid: null, monthFirst: true },
      'America/New_York',
      NOW,
    )
    expect(lines[0]).toMatchObject({ at: '2026-11-08T19:05:00.000Z', paid: null })
  })
  it('each line of a sale is itself, and the same again when the file is read again', () => {
    const rows = ['5,28/11/2026 10:00,Tea,1,3', '5,28/11/2026 10:00,Tea,1,3', '6,28/11/2026 10:01,Tea,-1,-3']
    const sales = read(rows).lines.map((l) => [l.sale, l.count])
    expect(sales).toEqual([
      ['5/1', 1],
      ['5/2', 1],
      ['6/1', -1],
    ])
    expect(read(rows).lines.map((l) => [l.sale, l.count])).toEqual(sales)
  })
  it('a line that is read the next day takes no other line’s place', () => {
    const rows = ['5,28/11/2026 23:55,Tea,1,3', '5,28/11/2026 10:00,Tea,2,6']
    const [today, tomorrow] = [NOW, '2026-11-29T08:00:00.000Z'].map((now) =>
      readTill(['sale,date,item,qty,total', ...rows].join('\n'), columns, 'Europe/Madrid', now).lines.map(
        (l) => l.sale,
      ),
    )
    expect([today, tomorrow]).toEqual([['5/2'], ['5/1', '5/2']])
  })
  it('in the night in which the clock goes back, a time that is shown twice is the first', () => {
    const of = (time: string) => read([`1,25/10/2026 ${time},Tea,1,3`]).lines[0]!.at
    expect([of('01:30'), of('02:30'), of('03:30')]).toEqual([
      '2026-10-24T23:30:00.000Z',
      '2026-10-25T00:30:00.000Z',
      '2026-10-25T02:30:00.000Z',
    ])
    expect(read(['1,29/03/2026 02:30,Tea,1,3']).lines[0]!.at).toBe('2026-03-29T01:30:00.000Z')
  })
  it.each([
    [',28/11/2026 10:00,Tea,1,3', 'till-sale-missing'],
    ['1,31/02/2026 10:00,Tea,1,3', 'till-time-unreadable'],
    ['1,28/11/2026,Tea,1,3', 'till-time-unreadable'],
    ['1,28/11/2026 23:30,Tea,1,3', 'till-future'],
    ['1,28/11/2026 10:00,Tea,0,3', 'till-count-unreadable'],
    ['1,28/11/2026 10:00,Tea,=1+1,3', 'till-count-unreadable'],
    ['1,28/11/2026 10:00,Tea,1.2,3', 'till-count-unreadable'],
    ['1,28/11/2026 10:00,Tea,1,free', 'till-paid-unreadable'],
  ])('%s is no sale: %s', (row, code) => {
    const { lines, faults } = read([row, '2,28/11/2026 10:00,Tea,1,3'])
    expect([lines.map((l) => l.line), faults.map((f) => [f.line, f.code])]).toEqual([[3], [[2, code]]])
  })
  it('fifty thousand lines are read, and one more is too long', () => {
    const rows = Array.from({ length: 50_000 }, (_, i) => `${i},28/11/2026 10:00,Tea,1,3`)
    expect(read(rows).lines).toHaveLength(50_000)
    expect(() => read([...rows, '1,28/11/2026 10:00,Tea,1,3'])).toThrow('csv-too-long')
    expect(() => read([rows[0]!], { paid: 9 })).toThrow('till-column-missing')
  })
  it('columns are found by what they are called in either language', () => {
    expect(guessedColumns(['Recibo no', 'Fecha', 'Hora', 'Artículo', 'Cantidad', 'Importe'])).toEqual({
      sale: 0,
      day: 1,
      time: 2,
      product: 3,
      count: 4,
      paid: 5,
    })
    expect(guessedColumns(['a', 'Item'])).toEqual({ product: 1 })
  })
})
