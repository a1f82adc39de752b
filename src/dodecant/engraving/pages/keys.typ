// A grid of twelve keys to tick. Data comes in as JSON: title, keys, paper, rows (title, reached: a tempo for each key, or
// nothing).
#let data = json("data.json")
#let plain = ("Figtree", "Dodecant Signs")
#let small(body) = text(8.5pt, font: plain, fill: luma(30%), body)
#let tick = box(width: 3.6mm, height: 3.6mm, stroke: 0.6pt, baseline: 0.5mm)
#let to-fill-in(width) = box(width: width, stroke: (bottom: 0.5pt + luma(40%)), outset: (bottom: 2pt))[~]
#set document(title: data.title, author: ())
#set text(10pt, font: ("Literata", "Dodecant Signs"), lang: "en")
#set page(paper: data.paper, flipped: true, margin: (x: 14mm, y: 14mm))
#align(right, small[Name #to-fill-in(42mm) #h(3mm) Date #to-fill-in(24mm)])
#block(below: 5mm, text(20pt, weight: 700, data.title))
#table(
  columns: (1fr,) + (15.5mm,) * 12,
  align: (left + horizon,) + (center + horizon,) * 12,
  stroke: 0.5pt + luma(60%),
  inset: 4pt,
  table.header([], ..data.keys.map(key => text(12pt, weight: 700, key))),
  ..data.rows.map(row => (
    text(10pt, row.title),
    ..row.reached.map(tempo => block(height: 9mm, {
      align(left + top, tick)
      align(right + bottom, small(tempo))
    })),
  )).flatten()
)
