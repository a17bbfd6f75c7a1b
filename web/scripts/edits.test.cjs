// What must be true of the edits of the bench, which are pure functions of the design. Run by
// edit_test.go, which gives it what is usual; it prints which of it is not so.
const ts = require("../node_modules/typescript"), fs = require("fs"), path = require("path");
const loaded = {};
const load = file => {
  if (loaded[file]) return loaded[file];
  const out = (loaded[file] = {});
  const code = ts.transpileModule(fs.readFileSync(file, "utf8"), { compilerOptions: { module: "CommonJS", target: "ES2022" } });
  new Function("exports", "require", code.outputText)(out, to => load(path.join(path.dirname(file), to + ".ts")));
  return out;
};
const usual = JSON.parse(fs.readFileSync(0, "utf8"));
const e = Object.assign({}, ...["edit", "find", "move", "contents", "wall", "copy", "merge", "place"].map(f => load("src/model/" + f + ".ts")));
const { history } = load("src/model/history.ts");
const p = JSON.parse(fs.readFileSync("../demo/honey-room.json", "utf8"));
const before = JSON.stringify(p);
const shelf = q => q.shelves[0];
const places = q => shelf(q).contents.map(c => [shelf(q).x_mm + c.from_mm, shelf(q).x_mm + c.to_mm]);
const near = (a, b) => JSON.stringify(a.flat().map(v => Math.round(v * 1e6))) === JSON.stringify(b.flat().map(v => Math.round(v * 1e6)));
const ids = q => [...q.wall.studs, ...q.wall.keep_outs, ...q.shelves.flatMap(s => [s, ...s.contents, ...(s.supports ?? []), ...(s.supports ?? []).flatMap(u => u.flat_bracket?.holes ?? [])])].map(x => x.id);
const once = q => new Set(ids(q)).size === ids(q).length;
const wrong = [];
const check = (what, ok) => { if (!ok) wrong.push(what); };

const left = e.moveEnd("jars", "left", 300)(p), right = e.moveEnd("jars", "right", 2600)(p);
check("moving the left end keeps the right one", Math.abs(shelf(left).x_mm + shelf(left).length_mm - 2114.5) < 1e-9);
check("what stands on it keeps its place on the wall", near(places(left), places(p)) && near(places(right), places(p)));
check("brackets stay in their studs while an end moves", shelf(left).supports.every((u, i) => u.x_mm === shelf(p).supports[i].x_mm));
check("an end does not cut off what stands there", shelf(e.moveEnd("jars", "right", 900)(p)).length_mm >= 1480 && shelf(e.moveEnd("jars", "left", 2000)(p)).contents[0].from_mm >= 0);
check("an end stays on the wall", shelf(e.moveEnd("jars", "left", -500)(p)).x_mm === 0);

const moved = e.moveShelf("jars", 500, 1000)(p);
check("a shelf takes its brackets along", shelf(moved).supports.every((u, i) => u.x_mm === shelf(p).supports[i].x_mm + 100) && shelf(moved).y_mm === 1000);
check("a shelf stays on the wall", shelf(e.moveTo({ kind: "shelf", id: "jars" }, 9999, 9999)(p)).x_mm + shelf(p).length_mm <= p.wall.length_mm && shelf(e.moveTo({ kind: "shelf", id: "jars" }, -9, -9)(p)).y_mm === 0);

const slid = e.moveTo({ kind: "item", id: "jars-c2" }, 5000, 0)(p);
check("an item stays on its board and keeps its width", shelf(slid).contents[1].to_mm === shelf(p).length_mm && shelf(slid).contents[1].to_mm - shelf(slid).contents[1].from_mm === 400);

for (const sel of [{ kind: "shelf", id: "jars" }, { kind: "item", id: "jars-c1" }, { kind: "stud", id: "stud-4" }, { kind: "keepout", id: "conduit" }]) {
  const [q, copy] = e.duplicate(p, sel);
  check("a copy of a " + sel.kind + " has ids of its own", once(q) && ids(q).length > ids(p).length && copy.id !== sel.id && ids(q).includes(copy.id));
  const gone = e.remove(q, copy);
  check("removing the copy of a " + sel.kind + " leaves what was there", JSON.stringify(ids(gone).sort()) === JSON.stringify(ids(p).sort()));
  const there = e.nudge(p, sel, 5, 3), back = e.nudge(there, sel, -5, -3);
  check("a nudge of a " + sel.kind + " moves it", JSON.stringify(there) !== before);
  check("a nudge of a " + sel.kind + " can be taken back", JSON.stringify(back) === before);
  check("what is not there is left alone: " + sel.kind, JSON.stringify(e.nudge(p, { ...sel, id: "nobody" }, 5, 5)) === before);
}
for (const sel of [{ kind: "support", id: "jars-b2" }]) {
  const there = e.nudge(p, sel, 5, 0);
  check("a nudge of a support moves it and can be taken back", JSON.stringify(there) !== before && JSON.stringify(e.nudge(there, sel, -5, 0)) === before);
  check("a support can be taken out", !ids(e.remove(p, sel)).includes("jars-b2"));
}
const hung = q => q.shelves.find(s => s.rail);
const [twice, second] = e.duplicate(p, { kind: "shelf", id: hung(p).id });
check("a copied shelf hangs on a rail of its own", (c => c.rail !== hung(p).rail && twice.fixtures.rails.some(r => r.id === c.rail))(twice.shelves.find(s => s.id === second.id)));
check("a rail goes with the last shelf on it", !e.remove(p, { kind: "shelf", id: hung(p).id }).fixtures.rails.some(r => r.id === hung(p).rail));

const thick = e.setShelf("jars", { thickness_mm: 30 })(p), less = e.remove(p, { kind: "support", id: "jars-b2" });
const both = e.merge(p, JSON.parse(JSON.stringify(thick)), e.setItem("jars-c1", { count: 3 })(less));
check("two changes made at once are both there", shelf(both).thickness_mm === 30 && shelf(both).contents[0].count === 3 && shelf(both).supports.length === 2);
check("of two changes of one figure the later holds", shelf(e.merge(p, thick, e.setShelf("jars", { thickness_mm: 40 })(p))).thickness_mm === 40);
check("a change beside none is itself", e.merge(p, thick, p) === thick && e.merge(p, p, thick) === thick);
check("a copy beside another edit is kept", shelf(e.merge(p, e.duplicate(p, { kind: "item", id: "jars-c1" })[0], thick)).contents.length === shelf(p).contents.length + 1);

const centred = shelf(e.places(p, shelf(p)).find(([w]) => w === "centre it on its supports")[1](p)), held = centred.supports.map(u => u.x_mm);
check("a board is centred over its supports, which stay", Math.abs(centred.x_mm + centred.length_mm / 2 - (Math.min(...held) + Math.max(...held)) / 2) < 1e-9 && held.every((x, k) => x === shelf(p).supports[k].x_mm));

const evened = shelf(e.evenOut("jars")(p)).contents;
const gaps = [evened[0].from_mm, evened[1].from_mm - evened[0].to_mm, shelf(p).length_mm - evened[1].to_mm];
check("evened out, the gaps are the same", gaps.every(g => Math.abs(g - gaps[0]) < 1e-6) && gaps[0] > 0);
check("evening out changes no width and no order", evened.every((c, i) => Math.abs(c.to_mm - c.from_mm - (shelf(p).contents[i].to_mm - shelf(p).contents[i].from_mm)) < 1e-6));
const full = shelf(e.fillTheRest("jars-c1")(p)).contents[0];
check("filled with whole jars up to the crate", full.count === 27 && full.to_mm <= 1080 && full.to_mm > 1040);
check("what is full stays as it is", e.itemOf(e.fillTheRest("jars-c1")(e.fillTheRest("jars-c1")(p)), "jars-c1").count === 27);
const rowed = e.setItem("jars-c2", { by: "length", per_metre_kg: 20 })(p);
check("a row is filled to the board's end", e.itemOf(e.fillTheRest("jars-c2")(rowed), "jars-c2").to_mm === shelf(p).length_mm);
const placed = e.placeItem(shelf(p), { ...shelf(p).contents[1], id: "x", from_mm: 0, to_mm: 100 });
check("a new thing stands where there is room", placed.from_mm >= 1480 && placed.to_mm <= shelf(p).length_mm);
check("where there is none it stands at the end", e.placeItem(shelf(p), { ...shelf(p).contents[1], id: "x", from_mm: 0, to_mm: 1200 }).to_mm === shelf(p).length_mm);

const guessed = e.assumeStuds(usual, 58, 406.4)({ ...p, wall: { ...p.wall, studs: p.wall.studs.slice(0, 3) } });
check("found studs stay as they are", p.wall.studs.slice(0, 3).every(s => guessed.wall.studs.some(g => g.id === s.id && g.found !== "guess")));
check("guesses fill the rest and say that they are guesses", guessed.wall.studs.length > 8 && guessed.wall.studs.slice(3).every(s => s.found === "guess"));
check("studs stand in order", guessed.wall.studs.every((s, i, all) => i === 0 || s.x_mm > all[i - 1].x_mm));
check("the nearest stud", e.nearestStud(p, 1200).id === "stud-4" && e.nearestStud({ ...p, wall: { ...p.wall, studs: [] } }, 5) === undefined);

for (const like of usual.keep_outs) {
  const k = e.newKeepOut(p, usual, like.kind);
  check("a new " + like.kind + " is on the wall", k.x_mm >= 0 && k.y_mm >= 0 && k.x_mm + k.width_mm <= p.wall.length_mm && k.y_mm + k.height_mm <= p.wall.height_mm);
}
check("no edit changes the design that it is given", JSON.stringify(p) === before);

const at = h => h.now.n;
let h = { past: [], now: { n: 0 }, future: [], tag: null };
const edit = (n, tag) => { h = history(h, { type: "edit", next: { n }, tag }); };
edit(1); edit(2, "drag-1"); edit(3, "drag-1"); edit(4, "drag-1");
check("a drag is undone as one", at(h = history(h, { type: "undo" })) === 1);
check("redo brings it back", at(h = history(h, { type: "redo" })) === 4);
edit(5, "drag-1");
check("after undo and redo a tag starts anew", at(history(h, { type: "undo" })) === 4);
h = history(history(h, { type: "undo" }), { type: "undo" });
edit(9);
check("an edit after undo drops what could be redone", h.future.length === 0 && at(history(h, { type: "redo" })) === 9);
check("there is an end to undoing", at(history({ past: [], now: { n: 7 }, future: [], tag: null }, { type: "undo" })) === 7);
for (let n = 0; n < 500; n++) edit(n);
check("what is kept for undoing is bounded", h.past.length === 200);
check("the same design again is no edit", history(h, { type: "edit", next: h.now }) === h);
console.info(JSON.stringify(wrong));
