import fc from 'fast-check'
import { readCsv, writeCsv } from '.'

describe('a table that is written', () => {
  // RFC 4180: lines end in CRLF, quotes are doubled, and fields with commas, quotes or breaks are quoted.
  it('is as the standard says', () =>
    expect(writeCsv([['a', 'b "c"', 'd,e', 'f\ng', null, 1.5]])).toBe('a,"b ""c""","d,e","f\ng",,1.5\r\n'))
  // OWASP, CSV injection: a cell that begins with = + - @ tab or return is run by a spreadsheet.
  it.each(['=1+1', '+1', '@SUM(A1)', '-1+cmd', '\t=1', '\r=1'])('shows %j as the text that it is', (cell) =>
    expect(writeCsv([[cell]]).replaceAll('"', '')).toBe(`'${cell}\r\n`),
  )
  it('leaves a number below nothing a number', () => expect(writeCsv([['-12.50', -3]])).toBe('-12.50,-3\r\n'))
  it('is read back as it was, whatever is in it', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.stringMatching(/^[a-zñé0-9 ,;"'|.]{1,12}$/), fc.stringMatching(/^[A-Z"\n,;]{1,8}$/)), {
          minLength: 1,
          maxLength: 6,
        }),
        (rows) => {
          const told = rows.map(([a, b]) => [`x${a}`, `y${b}`])
          const { header, rows: read } = readCsv(writeCsv([['name', 'what'], ...told]))
          expect(header).toEqual(['name', 'what'])
          expect(read).toEqual(told.map((row) => row.map((c) => c.trim())))
        },
      ),
    ))
})

describe('a table that is read', () => {
  it.each([
    ['commas', 'item,price\nlemon,1.20\n'],
    ['semicolons', 'item;price\r\nlemon;1.20\r\n'],
    ['tabs', 'item\tprice\nlemon\t1.20'],
    ['bars and a byte-order mark', '\uFEFFitem|price\nlemon|1.20'],
    ['quotes, blanks and empty lines', '\n"item" , "price"\n\n lemon ,1.20\n\n'],
  ])('comes with %s', (_, text) => {
    const { header, rows } = readCsv(text)
    expect([header.map((h) => h.replaceAll('"', '').trim()), rows]).toEqual([['item', 'price'], [['lemon', '1.20']]])
  })
  it('has a row below its header, and an end', () => {
    for (const text of ['', '   ', 'item,price']) expect(() => readCsv(text)).toThrow('csv-empty')
    expect(() => readCsv('a,b\n1,2\n3,4', 1)).toThrow('csv-too-long')
    expect(readCsv('a,b\n1,2', 1).rows).toHaveLength(1)
  })
})
