// A week of the plan. Data comes in as JSON: title, player, paper, days (day, minutes, off, caution, items: title, key,
// minutes, tempo, why).
#let data = json("data.json")
#let plain = ("Figtree", "Dodecant Signs")
#let small(body) = text(8.5pt, font: plain, fill: luma(30%), body)
#let tick = box(width: 3.6mm, height: 3.6mm, stroke: 0.6pt, baseline: 0.5mm)
#let to-fill-in(width) = box(width: width, stroke: (bottom: 0.5pt + luma(40%)), outset: (bottom: 2pt))[~]
#set document(title: data.title, author: ())
#set text(10pt, font: ("Literata", "Dodecant Signs"), lang: "en")
#set page(
  paper: data.paper,
  margin: (x: 15mm, top: 14mm, bottom: 16mm),
  footer: small[Warm up first. Rest after twenty-five minutes. Stop when it hurts; pain that stays is for a doctor or a qualified teacher.],
)
#align(right, small[#data.player])
#block(below: 5mm, text(20pt, weight: 700, data.title))
#for day in data.days {
  block(breakable: false, width: 100%, below: 4.4mm, {
    text(11pt, weight: 700, day.day)
    h(1fr)
    small(day.minutes)
    v(-2.6mm)
    line(length: 100%, stroke: 0.5pt + luma(60%))
    v(-1.6mm)
    if day.items.len() == 0 { small(if day.off { "off" } else { "nothing is due" }) }
    for item in day.items {
      grid(columns: (7mm, 14mm, 1fr, 42mm), row-gutter: 2mm, column-gutter: 2mm,
        tick, text(12pt, weight: 700, item.key),
        [#item.title, #item.minutes \ #small(item.why)],
        align(right, small[reached #to-fill-in(14mm) of #item.tempo]),
      )
    }
    if day.caution != "" { small(day.caution) }
  })
}
