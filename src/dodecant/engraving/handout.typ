// The printed handout. Data comes in as JSON: title, sentence, tempo, facts, legend, columns, strips (heading, svg file,
// note), maps (heading, svg file, wide).
#let data = json("data.json")
#let plain = ("Figtree", "Dodecant Signs")
#let small(body) = text(8.5pt, font: plain, fill: luma(30%), body)
#let boxed(body, ..look) = box(inset: (x: 2.5pt), outset: (y: 2pt), radius: 2pt, ..look, body)
#let hatched = tiling(size: (3pt, 3pt), line(start: (0pt, 3pt), end: (3pt, 0pt), stroke: 0.9pt + luma(70%)))
#let key-to-the-numbers = [
  *1* chord tone  #h(6pt) 9 tension #h(6pt) #boxed(fill: hatched)[11] handle with care #h(6pt)
  #boxed(stroke: 0.5pt)[♯1] from outside the sound
]
#set document(title: data.title, author: ())
#set page(
  paper: data.paper,
  margin: (x: 15mm, top: 16mm, bottom: 20mm),
  footer: context [
    #set text(8pt, font: plain, fill: luma(30%))
    #if data.legend { key-to-the-numbers; v(-1.5mm) }
    #data.title #h(1fr) #counter(page).display("1 / 1", both: true)
  ],
)
#set text(10pt, font: ("Literata", "Dodecant Signs"), lang: "en")
#let to-fill-in(width) = box(width: width, stroke: (bottom: 0.5pt + luma(40%)), outset: (bottom: 2pt))[~]
#align(right, small[Name #to-fill-in(42mm) #h(3mm) Date #to-fill-in(24mm)])
#v(-1mm)
#block(below: 3.2mm, par(leading: 0.45em, text(20pt, weight: 700, data.title)))
#par(leading: 0.55em, data.sentence)
#small[#box(baseline: 1pt, image("beat.svg", height: 10pt)) #data.tempo · #data.facts]
#v(2mm)
#let strip-block(strip) = block(breakable: false, width: 100%, below: 3mm, {
  text(10pt, weight: 700, font: plain, strip.heading)
  if strip.note != "" { h(1fr); text(8pt, font: plain, fill: luma(30%), strip.note) }
  v(-2.5mm)
  image(strip.file, width: 100%)
})
#if data.columns == 1 {
  for strip in data.strips { strip-block(strip) }
} else {
  grid(columns: (1fr,) * data.columns, column-gutter: 6mm, row-gutter: 2mm, ..data.strips.map(strip-block))
}
#if data.maps.len() > 0 {
  let map-block(map) = block(breakable: false, width: 100%, below: 4mm, {
    text(10pt, weight: 700, font: plain, map.heading)
    v(-2mm)
    image(map.file, width: if map.wide { 78% } else { 100% })
  })
  v(3mm)
  if data.maps.any(map => map.wide) {
    for map in data.maps { map-block(map) }
  } else {
    grid(columns: (1fr,) * 3, column-gutter: 6mm, row-gutter: 2mm, ..data.maps.map(map-block))
  }
}
