// The printed handout. Data comes in as JSON: title, sentence, facts, footer, strips (heading, svg file, note).
#let data = json("data.json")
#set document(title: data.title, author: ())
#set page(
  paper: data.paper,
  margin: (x: 15mm, top: 16mm, bottom: 18mm),
  footer: context [
    #set text(8pt, font: ("Figtree", "Dodecant Signs"), fill: luma(35%))
    #data.title #h(1fr) #counter(page).display("1 / 1", both: true)
  ],
)
#set text(10pt, font: ("Literata", "Dodecant Signs"), lang: "en")
#text(20pt, weight: 700, data.title)
#v(-4mm)
#par(leading: 0.55em, data.sentence)
#text(8.5pt, font: ("Figtree", "Dodecant Signs"), fill: luma(35%), data.facts)
#v(2mm)
#for strip in data.strips {
  block(breakable: false, width: 100%, below: 3mm, {
    text(10pt, weight: 700, font: ("Figtree", "Dodecant Signs"), strip.heading)
    if strip.note != "" { h(1fr); text(8pt, font: ("Figtree", "Dodecant Signs"), fill: luma(35%), strip.note) }
    v(-2.5mm)
    image(strip.file, width: 100%)
  })
}
