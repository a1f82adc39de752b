// Printed handouts. Data comes in as JSON: paper, large, name_line, roles (their names), sheets; a sheet has prefix (of its pictures' names),
// scale, gap (times the space below a strip), title, player, sentence, due, words (blocks of runs), listening, links, cautions, tempo, facts, legend, columns,
// strips (heading, note, formula, numbers, file, other), maps (heading, file, wide), steps, grid (keys), tempos, orders,
// blank (staves), code (whether there is one).
#let data = json("data.json")
#let plain = ("Figtree", "Dodecant Signs")
#let base = if data.large { 13pt } else { 10pt }
#let small(body) = text(0.85 * base, font: plain, fill: luma(30%), body)
#let strong-line(body) = text(base, weight: 700, font: plain, body)
#let boxed(body, ..look) = box(inset: (x: 2.5pt), outset: (y: 2pt), radius: 2pt, ..look, body)
#let hatched = tiling(size: (3pt, 3pt), line(start: (0pt, 3pt), end: (3pt, 0pt), stroke: 0.9pt + luma(70%)))
#let key-to-the-numbers = [
  *1* #data.roles.chord  #h(6pt) 9 #data.roles.tension #h(6pt) #boxed(fill: hatched)[11] #data.roles.care #h(6pt)
  #boxed(stroke: 0.5pt)[♯1] #data.roles.outside
]
#let tick = box(width: 3.4mm, height: 3.4mm, stroke: 0.6pt, baseline: 0.5mm)
#let to-fill-in(width) = box(width: width, stroke: (bottom: 0.5pt + luma(40%)), outset: (bottom: 2pt))[~]
#let sheet-now = state("sheet", (title: "", legend: false, number: 0))
#let pages-of-sheet = counter("pages-of-sheet")
#set document(title: data.sheets.first().title, author: ())
#set text(base, font: ("Literata", "Dodecant Signs"), lang: "en")
#set page(
  paper: data.paper,
  margin: (x: 15mm, top: 16mm, bottom: 20mm),
  header: pages-of-sheet.step(),
  footer: context {
    let now = sheet-now.get()
    set text(8pt, font: plain, fill: luma(30%))
    if now.legend { key-to-the-numbers; v(-1.5mm) }
    let last = pages-of-sheet.at(query(label("end-of-" + str(now.number))).first().location()).first()
    [#now.title #h(1fr) #pages-of-sheet.display("1") / #last]
  },
)

#let run(one) = {
  let body = one.text.split("\n").map(line => [#line]).join(linebreak())
  if one.strong { body = strong(body) }
  if one.emphasis { body = emph(body) }
  body
}
#let spoken(blocks) = {
  for block in blocks {
    let body = block.runs.map(run).join()
    if block.kind == "item" { list(body) } else if block.kind == "step" { enum(start: block.number, body) } else { par(body) }
  }
}
#let strip-block(sheet, strip) = block(breakable: false, width: 100%, below: 3mm * sheet.scale * sheet.gap, {
  strong-line(strip.heading)
  if strip.formula != "" { h(4mm); small(strip.formula) }
  if strip.note != "" { h(1fr); text(8pt, font: plain, fill: luma(30%), strip.note) }
  if strip.numbers != "" {
    v(-1.5mm)
    par(leading: 0.5em, text(1.25 * base * sheet.scale, font: plain, strip.numbers))
  }
  for file in (strip.file, strip.other) {
    if file != "" { v(-2.5mm); image(sheet.prefix + file, width: 100% * sheet.scale) }
  }
})
#let map-block(sheet, map) = block(breakable: false, width: 100%, below: 4mm, {
  strong-line(map.heading)
  v(-2mm)
  image(sheet.prefix + map.file, width: if map.wide { 78% } else { 100% })
})
#let steps-block(sound) = block(breakable: false, below: 4mm, {
  strong-line(sound.name)
  h(3mm); small(sound.short)
  v(-1mm)
  for step in sound.steps {
    let notes = step.notes.enumerate().map(((place, name)) => box(width: 9mm, if place in step.changed { strong(name) } else { name }))
    grid(columns: (1fr, auto), small(step.words), text(font: plain, notes.join()))
    v(-1.5mm)
  }
})
#let grid-block(sheet) = block(breakable: false, below: 4mm, table(
  columns: (24mm,) + (1fr,) * sheet.grid.len(),
  align: center + horizon, stroke: 0.5pt + luma(60%), inset: 4pt,
  table.header([], ..sheet.grid.map(key => strong-line(key))),
  ..sheet.tempos.map(tempo => (small[at #tempo], ..sheet.grid.map(_ => tick))).flatten(),
))
#let staff = block(breakable: false, width: 100%, above: 9mm, below: 9mm, stack(
  spacing: 1.9mm,
  ..range(5).map(_ => line(length: 100%, stroke: 0.4pt + luma(35%))),
))

#let sheet-of(sheet, number) = {
  sheet-now.update((title: if sheet.player == "" { sheet.title } else { sheet.player + " · " + sheet.title }, legend: sheet.legend, number: number))
  if sheet.code {
    place(top + right, dy: if data.name_line { 7mm } else { 0mm }, box(width: 24mm, {
      image(sheet.prefix + "code.svg", width: 24mm)
      v(-2mm)
      align(center, text(6.5pt, font: plain)[opens the stand])
    }))
  }
  let name = if sheet.player == "" [Name #to-fill-in(42mm)] else [#sheet.player]
  if data.name_line { align(right, small[#name #h(3mm) Date #to-fill-in(24mm)]); v(-1mm) }
  block(width: if sheet.code { 100% - 30mm } else { 100% }, {
    block(below: 3.2mm, par(leading: 0.45em, text(2 * base, weight: 700, sheet.title)))
    if sheet.sentence != "" { par(leading: 0.55em, sheet.sentence) }
    small[#box(baseline: 1pt, image(sheet.prefix + "beat.svg", height: base)) #sheet.tempo · #sheet.facts]
    if sheet.due != "" { parbreak(); strong-line(sheet.due) }
  })
  if sheet.words.len() > 0 { v(1mm); block(inset: (left: 3mm), stroke: (left: 1pt + luma(70%)), spoken(sheet.words)) }
  if sheet.listening != "" { par[#strong-line[To listen to:] #sheet.listening] }
  for link in sheet.links { par(small(link)) }
  v(2mm)
  if sheet.columns == 1 {
    for strip in sheet.strips { strip-block(sheet, strip) }
  } else {
    grid(columns: (1fr,) * sheet.columns, column-gutter: 6mm, row-gutter: 2mm * sheet.scale * sheet.gap, ..sheet.strips.map(strip => strip-block(sheet, strip)))
  }
  if sheet.maps.len() > 0 {
    v(3mm)
    if sheet.maps.any(map => map.wide) {
      for map in sheet.maps { map-block(sheet, map) }
    } else {
      grid(columns: (1fr,) * 3, column-gutter: 6mm, row-gutter: 2mm, ..sheet.maps.map(map => map-block(sheet, map)))
    }
  }
  for sound in sheet.steps { steps-block(sound) }
  if sheet.grid.len() > 0 { grid-block(sheet) }
  if sheet.orders.len() > 0 {
    block(below: 4mm, grid(columns: (1fr,) * 6, row-gutter: 3mm, ..sheet.orders.map(one => [#tick #h(1.5mm) #text(font: plain, one)])))
  }
  for _ in range(sheet.blank) { staff }
  if sheet.cautions.len() > 0 { v(2mm); block(breakable: false, for line in sheet.cautions { small(line); linebreak() }) }
  [#metadata(number) #label("end-of-" + str(number))]
}

#for (number, sheet) in data.sheets.enumerate() {
  if number > 0 { pagebreak(); pages-of-sheet.update(1) }
  sheet-of(sheet, number)
}
#context [#metadata((here().page(), here().position().y / page.height)) <end>]
