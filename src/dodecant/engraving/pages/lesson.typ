// A lesson with one student. Data comes in as JSON: name, day, since, minutes, days, last, notes, next, keys (sound, key,
// before, now), slips (sound, degree, times, keys), untouched, questions, proposals (title, why), paper.
#let data = json("data.json")
#let plain = ("Figtree", "Dodecant Signs")
#let small(body) = text(8.5pt, font: plain, fill: luma(30%), body)
#let head(words) = block(above: 6mm, below: 2.4mm, text(12pt, weight: 700, words))
#let room(lines) = for _ in range(lines) { block(above: 7mm, line(length: 100%, stroke: 0.5pt + luma(70%))) }
#let tempo(number) = if number == none { "not yet" } else { str(number) }
#set document(title: data.name, author: ())
#set text(10pt, font: ("Literata", "Dodecant Signs"), lang: "en")
#set page(paper: data.paper, margin: (x: 15mm, top: 14mm, bottom: 16mm))
#align(right, small[#data.day])
#block(below: 4mm, text(20pt, weight: 700, data.name))
#if data.last != "" { small[Last time: #data.last] }
#head[Since #data.since]
#calc.round(data.minutes) minutes on #data.days #if data.days == 1 { "day" } else { "days" }.
#if data.keys.len() > 0 {
  grid(columns: (1fr,) * 3, column-gutter: 6mm, row-gutter: 1.6mm,
    ..data.keys.map(one => [#one.key #one.sound: #if one.before != none and one.before != one.now { [#one.before → ] }#tempo(one.now)]))
}
#if data.slips.len() > 0 {
  head[What slips]
  for one in data.slips { block(above: 1.6mm, [#one.degree of #one.sound, #one.times ×: #one.keys.join(", ")]) }
}
#if data.untouched.len() > 0 { head[Not touched]; data.untouched.join(", ") }
#if data.questions.len() > 0 { head[Questions]; for one in data.questions { block(above: 1.6mm, one) } }
#head[To give next]
#for one in data.proposals { block(above: 2mm, [*#one.title* \ #small(one.why)]) }
#head[Notes]
#if data.notes != "" { par(data.notes) }
#room(4)
#block(above: 8mm, [Next time: #if data.next != "" { data.next } else { box(width: 50mm, stroke: (bottom: 0.5pt + luma(40%)))[~] }])
