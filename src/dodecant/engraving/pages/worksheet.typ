// A worksheet and its key. Data comes in as JSON: title, paper, large, sections (title, items: ask, given and solved files,
// said, why, choices, columns, width in pixels, line: whether there is a line to answer on).
#let data = json("data.json")
#let plain = ("Figtree", "Dodecant Signs")
#let base = if data.large { 13pt } else { 10pt }
#let small(body) = text(0.85 * base, font: plain, fill: luma(30%), body)
#let tick(full) = box(width: 3.4mm, height: 3.4mm, stroke: 0.6pt, baseline: 0.5mm, if full { align(center + horizon, text(9pt, [×])) })
#let to-fill-in(width) = box(width: width, stroke: (bottom: 0.5pt + luma(40%)), outset: (bottom: 2pt))[~]
#set document(title: data.title, author: ())
#set text(base, font: ("Literata", "Dodecant Signs"), lang: "en")
#set page(
  paper: data.paper,
  margin: (x: 15mm, top: 16mm, bottom: 18mm),
  footer: context { set text(8pt, font: plain, fill: luma(30%)); [#data.title #h(1fr) #counter(page).display("1")] },
)
#let staves(item, files) = grid(
  columns: (1fr,) * item.columns, column-gutter: 6mm, row-gutter: 2mm,
  ..files.map(file => image(file, width: calc.min(100%, 100% * item.width / (if item.columns == 2 { 340 } else { 700 }) * (if data.large { 1.3 } else { 1 })))),
)
#let item-block(item, number, key) = block(breakable: false, width: 100%, below: 5mm, {
  grid(columns: (6mm, 1fr), text(font: plain, weight: 700, str(number)), item.ask)
  v(-1mm)
  if key {
    if item.solved.len() > 0 { staves(item, item.solved) }
    par(text(font: plain, weight: 700, item.said))
    small(item.why)
  } else {
    if item.given.len() > 0 { staves(item, item.given) }
    if item.choices.len() > 0 { grid(columns: (1fr,) * 3, row-gutter: 2.5mm, ..item.choices.map(one => [#tick(false) #h(1.5mm) #text(font: plain, one)])) }
    if item.line { v(2mm); to-fill-in(100%) }
  }
})
#let sheet(key) = {
  if not key { align(right, small[Name #to-fill-in(42mm) #h(3mm) Date #to-fill-in(24mm)]); v(-1mm) }
  block(below: 4mm, text(2 * base, weight: 700, if key [#data.title: the key] else [#data.title]))
  for section in data.sections {
    block(sticky: true, above: 5mm, below: 3mm, text(1.15 * base, weight: 700, font: plain, section.title))
    for (number, item) in section.items.enumerate() { item-block(item, number + 1, key) }
  }
}
#sheet(false)
#pagebreak()
#sheet(true)
