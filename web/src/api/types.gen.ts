// Made by `make generate` from the Go types. Do not edit.

export interface Wire {
Catalogue: Catalogue
Own: Own
LadderRequest: LadderRequest
Ladder: Ladder
DressRequest: DressRequest
MakeRequest: MakeRequest
MakeReply: MakeReply
Hung: Hung
ShelfRequest: ShelfRequest
Places: Places
PartsTable: PartsTable
Improve: Improvements
CompareReply: CompareReply
BreakReply: BreakReply
MendReply: MendReply
TogetherReply: TogetherReply
LoadedRequest: LoadedRequest
ChangesRequest: ChangesRequest
ChangesReply: ChangesReply
Past: Past
Term: Term
StiffnessReq: StiffnessRequest
Stiffness: Stiffness
DialRequest: DialRequest
Dial: Dial
MoistureRequest: MoistureRequest
MoistureReply: MoistureReply
Saved: Saved
Preview: Preview
Copies: Copies
CheckRequest: CheckRequest
CheckReply: CheckReply
Report: Report
Working: Working
WorkingRequest: WorkingRequest
QuantityRequest: QuantityRequest
QuantityReply: QuantityReply
ContentsRequest: ContentsRequest
Item: Item
SplitRequest: SplitRequest
Parts: Parts
TableRequest: TableRequest
TableReply: TableReply
ScaleRequest: ScaleRequest
Reading: Reading
ScannerRequest: ScannerRequest
ScanRequest: ScanRequest
ScanReply: ScanReply
Failure: Failure
Journal: Journal
RecordRequest: RecordRequest
Shop: Shop
Plan: Plan
CuttingRequest: CuttingRequest
CuttingReply: CuttingReply
CutRequest: CutRequest
StockTable: StockTable
Setups: SetupsReply
TaperRequest: TaperRequest
Drilling: Schedule
Finding: Found
Measured: CardMeasure
OrderRequest: OrderRequest
OrderReply: OrderReply
Shopping: BuyList
PaperRequest: PaperRequest
PaperReply: PaperReply
UncutRequest: UncutRequest
Picture: KeptPicture
ProveRequest: ProveRequest
ProveReply: ProveReply
TestEvent: TestEvent
SagReading: SagReading
BrokenData: BrokenData
NoteData: NoteData
GaugeReply: GaugeReply
LogReply: LogReply
LogTaken: LogTaken
ReadingsRequest: ReadingsRequest
DueReply: DueReply
}
export interface Catalogue {
woods: Wood[]
grades: Grade[]
lumber: Lumber[]
panels: Panel[]
sizes: Size[]
fasteners: Type[]
contents: Row[]
ways: Recipe[]
words: {
[k: string]: Choice[]
}
fields: {
[k: string]: Group[]
}
usual: Usual
exports: Format[]
}
export interface Wood {
key: string
name: string
family: string
sg: number
mor_mpa: number
e_mpa: number
perp_mpa: number
shear_mpa: number
tension_perp_mpa: number
cr: number
ct: number
assumed?: string
source: string
}
export interface Grade {
key: string
name: string
sr: number
e_factor: number
source: string
}
export interface Lumber {
key: string
name: string
grade: string
g: number
fb_mpa: number
fv_mpa: number
perp_mpa: number
e_mpa: number
source: string
}
export interface Panel {
key: string
name: string
from_mm: number
density: number
mor_along_mpa: number
mor_across_mpa: number
e_along_mpa: number
e_across_mpa: number
shear_mpa: number
planar_shear_mpa: number
kdef: number
damp: number
g_face: number
g_edge: number
/**
 * @minItems 4
 * @maxItems 4
 */
kpanel: [number, number, number, number]
weak_skin: boolean
source: string
}
export interface Size {
key: string
name: string
thickness_mm: number
width_mm: number
unit: string
stuff: string
}
export interface Type {
key: string
name: string
kind: ("wood-screw" | "lag" | "anchor" | "drywall" | "bolt")
unit: string
d_mm: number
root_mm: number
head_mm: number
tip_mm: number
yield_mpa?: number
fits?: ("lining" | "masonry")
pull_n?: number
shear_n?: number
source: string
}
export interface Row {
key: string
name: string
group: string
by: ("piece" | "metre" | "litre" | "cubic")
low_kg: number
high_kg: number
shape: ("box" | "jars" | "cans" | "books")
width_mm: number
depth_mm: number
height_mm: number
basis: string
}
export interface Recipe {
key: string
name: string
words: string
hidden: boolean
form: boolean
onto: boolean
tools: string[]
hands: string
}
export interface Choice {
key: string
label: string
}
export interface Group {
title?: string
path?: string
add?: string
drop?: string
fields: Shown[]
}
export interface Shown {
path: string
label: string
kind: ("length" | "fine" | "mass" | "count" | "number" | "degrees" | "choice" | "yes" | "wood" | "places" | "rows" | "special")
type?: string
choices?: Choice[]
only?: Only[]
at?: string
}
export interface Only {
path: string
values: string[]
}
export interface Usual {
stud: Stud
item: Item
keep_outs: KeepOut[]
spacings: Spacing[]
hollow: Box
ladder: string[]
finishes: Finish[]
}
export interface Stud {
id: string
x_mm: number
width_mm: number
depth_mm: number
doubt_mm: number
wood: string
found?: ("tape" | "scanner" | "stand-in" | "guess")
condition?: ("dry" | "damp" | "drying" | "wet")
}
export interface Item {
id: string
name: string
shape: ("box" | "jars" | "cans" | "books")
by: ("count" | "length")
count?: number
each_kg: number
each_low_kg?: number
per_metre_kg?: number
per_metre_low_kg?: number
from_mm: number
to_mm: number
place: ("back" | "middle" | "front")
depth_mm?: number
height_mm: number
wide_mm?: number
level?: number
hook?: string
of?: Timber
}
export interface Timber {
wood: string
condition?: ("dry" | "damp" | "drying" | "wet")
long_mm: number
wide_mm: number
thick_mm: number
}
export interface KeepOut {
id: string
kind: ("cable" | "pipe" | "duct" | "outlet" | "window" | "door" | "rail" | "uneven")
name?: string
x_mm: number
y_mm: number
width_mm: number
height_mm: number
out_mm?: number
}
export interface Spacing {
name: string
unit: ("in" | "mm")
step_mm: number
}
export interface Box {
skin_mm: number
front_mm: number
back_mm: number
ends_mm?: number
ribs?: Rib[]
wood?: string
}
export interface Rib {
from_wall_mm: number
width_mm: number
}
export interface Finish {
shelf: string
kind: ("bare" | "oil" | "hard-wax" | "shellac" | "stain-varnish" | "lacquer" | "paint")
coats?: number
wait_h?: number
full_d?: number
cover?: number
trial?: boolean
fill?: boolean
}
export interface Format {
key: string
name: string
ending: string
type: string
of: ("wall" | "shelf" | "shop" | "building" | "paper" | "template" | "logbook")
}
export interface Own {
contents: Row[]
boards: Stock[]
parts: StockPart[]
}
export interface Stock {
key: string
name: string
wood: string
grade: string
width_mm: number
thickness_mm: number
e_mpa: number
spread: number
moisture_pct?: number
}
export interface StockPart {
key: string
name: string
kind: ("screw" | "anchor" | "bracket" | "hook")
type?: string
length_mm?: number
d_mm?: number
root_mm?: number
head_mm?: number
pull_kg?: number
shear_kg?: number
rated_kg?: number
pair?: boolean
means?: ("working" | "ultimate" | "unstated")
reach_mm?: number
leg_mm?: number
width_mm?: number
thickness_mm?: number
price?: number
}
export interface LadderRequest {
design: Project
shelf: string
woods: string[]
thicknesses_mm: number[]
per_metre_kg: number
span_mm: number
}
export interface Project {
format: string
version: number
name: string
units: Units
wall: Wall
fixtures: Fixtures
shelves: Shelf[]
making: HowMade
}
export interface Units {
length: ("in" | "mm")
mass: ("lb" | "kg")
}
export interface Wall {
kind: ("wood-studs" | "steel-studs" | "masonry" | "block" | "concrete")
length_mm: number
height_mm: number
lining: Lining
studs: Stud[]
keep_outs: KeepOut[]
}
export interface Lining {
kind: ("gypsum" | "plaster" | "boards" | "none")
thickness_mm: number
}
export interface Fixtures {
rails: Rail[]
standards: Standard[]
panels: BackPanel[]
}
export interface Rail {
id: string
kind: ("strip" | "cleat" | "block" | "ledger" | "hooks" | "backer")
x_mm: number
length_mm: number
bottom_mm: number
height_mm: number
thickness_mm: number
wood: string
grade: string
bevel_deg?: number
joints_mm?: number[]
spots: Spot[]
screw: Fixing
gap_mm?: number
kerf_mm?: number
lock?: boolean
panel?: string
from_behind?: boolean
lock_screw?: Fixing
}
export interface Spot {
id: string
x_mm: number
y_mm: number
screw?: Fixing
}
export interface Fixing {
type: string
length_mm: number
rating?: Rating
head_mm?: number
recess_mm?: number
angle_deg?: number
own?: Measured
undrilled?: boolean
soft?: boolean
from_behind?: boolean
}
export interface Rating {
pull_kg: number
shear_kg: number
means: ("working" | "ultimate" | "unstated")
}
export interface Measured {
d_mm?: number
root_mm?: number
head_mm?: number
}
export interface Standard {
id: string
x_mm: number
bottom_mm: number
height_mm: number
width_mm: number
plate_mm: number
screw: Fixing
holes: StandardHole[]
}
export interface StandardHole {
id: string
up_mm: number
offset_mm: number
}
export interface BackPanel {
wood: string
grade: string
id: string
x_mm: number
bottom_mm: number
width_mm: number
height_mm: number
thickness_mm: number
screw: Fixing
spots: Spot[]
}
export interface Shelf {
id: string
name: string
x_mm: number
y_mm: number
length_mm: number
depth_mm: number
thickness_mm: number
board: Board
build: MakeUp
supports: Support[]
rail?: string
rack?: Rack
hook_rail?: HookRail
frame?: StandingFrame
sheet_rack?: SheetRack
cart?: HingedCart
tool_holder?: ToolHolder
box?: BinBox
contents: Item[]
duration: ("years" | "changing" | "months" | "week")
below: ("nothing" | "people" | "bed")
accident: ("none" | "lean" | "child" | "pet")
pet_kg?: number
sag: SagLimit
misfit_mm: number
}
export interface Board {
woods: string[]
grade: string
condition: ("dry" | "damp" | "drying" | "wet")
across?: boolean
sawn: ("unknown" | "flat" | "quarter")
tested_mpa?: number
moisture_pct?: number
slack_mm?: number
}
export interface MakeUp {
kind: ("solid" | "laminated" | "hollow")
plies?: Ply[]
loose?: boolean
hollow?: Box
front?: Strip
back?: Strip
edge_band_mm?: number
cuts?: Cut[]
}
export interface Ply {
thickness_mm: number
across?: boolean
wood?: string
}
export interface Strip {
width_mm: number
height_mm: number
goes: ("down" | "up" | "both")
glued: boolean
wood?: string
}
export interface Cut {
id: string
from_mm: number
length_mm: number
from_wall_mm: number
width_mm: number
depth_mm?: number
top?: boolean
}
export interface Support {
id: string
kind: ("flat-bracket" | "braced-bracket" | "timber-bracket" | "pin" | "hidden-bracket" | "holder" | "side-cleat" | "keyhole")
x_mm: number
flat_bracket?: FlatBracket
braced_bracket?: Braced
timber_bracket?: TimberBracket
pin?: Pin
hidden_bracket?: Hidden
holder?: Holder
side_cleat?: Side
keyhole?: Keyhole
}
export interface FlatBracket {
reach_mm: number
leg_mm: number
width_mm: number
thickness_mm: number
steel: ("unmarked" | "structural")
leg_side: ("below" | "above")
screw: Fixing
holes: BracketHole[]
hole_mm: number
board_screws?: BoardScrews
}
export interface BracketHole {
id: string
from_corner_mm: number
offset_mm: number
}
export interface BoardScrews {
type: string
length_mm: number
rating?: Rating
head_mm?: number
recess_mm?: number
angle_deg?: number
own?: Measured
undrilled?: boolean
soft?: boolean
from_behind?: boolean
count: number
from_wall_mm: number
}
export interface Braced {
reach_mm: number
leg_mm: number
width_mm: number
plate_mm: number
rating: BracketRating
standard?: string
screw?: Fixing
holes: PlateHole[]
board_screws?: BoardScrews
}
export interface BracketRating {
kg: number
pair?: boolean
means: ("working" | "ultimate" | "unstated")
}
export interface PlateHole {
id: string
down_mm: number
offset_mm: number
}
export interface TimberBracket {
reach_mm: number
width_mm: number
high_mm: number
deep_mm: number
leg_mm: number
up_mm: number
wood: string
grade: string
joint: Joint
brace?: Brace
front?: Front
board_screws?: BoardScrews
screw: Fixing
holes: PlateHole[]
keyhole?: KeySlot
}
export interface Joint {
kind: ("half-lap" | "tenon" | "mitre" | "dowels" | "gusset" | "screws" | "bolts" | "behind" | "butt")
glued: boolean
places?: Point[]
screw?: Fixing
d_mm?: number
deep_mm?: number
high_mm?: number
made?: Made
splines?: ("across" | "along")
}
export interface Point {
x_mm: number
y_mm: number
}
export interface Made {
wood: string
grade: string
}
export interface Brace {
out_mm: number
down_mm: number
high_mm: number
ends?: ("notched" | "butted")
screw?: Fixing
count?: number
}
export interface Front {
high_mm: number
corner: ("mitred-splined" | "mitred" | "butted-screwed" | "butted")
above?: boolean
room_mm?: number
}
export interface KeySlot {
routed: boolean
lip_mm?: number
slot_mm?: number
cavity_mm?: number
across?: boolean
rating?: Rating
}
export interface Pin {
kind: ("dowel" | "tenon" | "rod")
width_mm: number
high_mm: number
root_mm: number
tip_mm: number
play_mm: number
wood: string
grade: string
steel?: ("unmarked" | "structural")
glued?: boolean
lock?: boolean
lock_screw?: Fixing
}
export interface Hidden {
reach_mm: number
width_mm: number
thickness_mm: number
plate_mm: number
blades?: Blade[]
steel: ("unmarked" | "structural")
lock?: boolean
slot: Slot
screw: Fixing
holes: PlateHole[]
lock_screw?: Fixing
}
export interface Blade {
id: string
offset_mm: number
}
export interface Slot {
deep_mm: number
wide_mm: number
high_mm: number
}
export interface Holder {
spacer: boolean
lock?: boolean
hook: Hook
reach_mm: number
width_mm: number
high_mm: number
deep_mm: number
leg_mm: number
up_mm: number
wood: string
grade: string
joint: Joint
brace?: Brace
front?: Front
board_screws?: BoardScrews
lock_screw?: Fixing
}
export interface Hook {
wood: string
grade: string
high_mm: number
thick_mm: number
length_mm: number
glued: boolean
behind?: boolean
screw: Fixing
count: number
}
export interface Side {
id: string
kind: ("strip" | "cleat" | "block" | "ledger" | "hooks" | "backer")
x_mm: number
length_mm: number
bottom_mm: number
height_mm: number
thickness_mm: number
wood: string
grade: string
bevel_deg?: number
joints_mm?: number[]
spots: Spot[]
screw: Fixing
gap_mm?: number
kerf_mm?: number
lock?: boolean
panel?: string
from_behind?: boolean
lock_screw?: Fixing
at: ("left" | "right")
studs: Stud[]
}
export interface Keyhole {
routed: boolean
lip_mm?: number
slot_mm?: number
cavity_mm?: number
across?: boolean
rating?: Rating
up_mm: number
low_mm: number
high_mm: number
back_mm: number
lock?: boolean
wood: string
grade: string
hole: string
screw: Fixing
lock_screw?: Fixing
}
export interface Rack {
levels: Level[]
arm: Arm
joint: Joint
height_mm: number
width_mm: number
deep_mm: number
wood: string
grade: string
screw: Fixing
rows_mm: number[]
ledger?: RackLedger
uprights: Upright[]
bed?: number
}
export interface Level {
id: string
up_mm: number
}
export interface Arm {
reach_mm: number
high_mm: number
cheeks?: boolean
thick_mm: number
core_mm?: number
wood: string
grade: string
}
export interface RackLedger {
height_mm: number
thickness_mm: number
count: number
screw: Fixing
wood: string
grade: string
}
export interface Upright {
id: string
x_mm: number
notch?: Notch
}
export interface Notch {
up_mm: number
high_mm: number
deep_mm: number
}
export interface HookRail {
peg: Peg
id: string
kind: ("strip" | "cleat" | "block" | "ledger" | "hooks" | "backer")
x_mm: number
length_mm: number
bottom_mm: number
height_mm: number
thickness_mm: number
wood: string
grade: string
bevel_deg?: number
joints_mm?: number[]
spots: Spot[]
screw: Fixing
gap_mm?: number
kerf_mm?: number
lock?: boolean
panel?: string
from_behind?: boolean
lock_screw?: Fixing
hooks: Hanger[]
}
export interface Peg {
kind: ("peg" | "pipe" | "cast")
reach_mm: number
d_mm: number
wall_mm?: number
up_mm: number
wood: string
grade: string
flange_mm?: number
apart_mm?: number
count?: number
screw?: Fixing
}
export interface Hanger {
id: string
x_mm: number
}
export interface StandingFrame {
height_mm: number
width_mm: number
deep_mm: number
wood: string
grade: string
leaning?: boolean
standoff_mm?: number
posts: Post[]
platforms: Level[]
ties: FrameTie[]
piece_mm: number
screw: Fixing
sideways?: ("ties" | "brace" | "panel")
platform_fix?: PlatformFix
}
export interface Post {
id: string
x_mm: number
}
export interface FrameTie {
id: string
x_mm: number
up_mm: number
}
export interface PlatformFix {
type: string
length_mm: number
rating?: Rating
head_mm?: number
recess_mm?: number
angle_deg?: number
own?: Measured
undrilled?: boolean
soft?: boolean
from_behind?: boolean
count: number
through_mm: number
end_grain: boolean
}
export interface SheetRack {
tilt_deg: number
contact_mm: number
stop: boolean
on_floor?: boolean
foot_mm: number
foot_high_mm: number
height_mm: number
deep_mm: number
width_mm: number
wood: string
grade: string
joint: Joint
screw: Fixing
rows_mm: number[]
frames: Upright[]
}
export interface HingedCart {
id: string
x_mm: number
width_mm: number
height_mm: number
own_kg: number
caster: number
up_mm: number
apart_mm: number
count: number
rows_mm: number
screw: Fixing
}
export interface ToolHolder {
id: string
high_mm: number
thick_mm: number
wood: string
grade: string
spacer: boolean
lock?: boolean
hook: Hook
peg?: Peg
hooks?: Hanger[]
lock_screw?: Fixing
}
export interface BinBox {
id: string
high_mm: number
thick_mm: number
wood: string
grade: string
no_bottom?: boolean
top?: boolean
back: ("slat" | "whole" | "none")
back_thick_mm?: number
slat_high_mm?: number
front_high_mm?: number
front_thick_mm?: number
slant_mm?: number
dividers?: Divider[]
dividers_fixed?: boolean
corners: Corners
on: ("screws" | "keyholes" | "cleat")
spots?: Spot[]
screw?: Fixing
keyhole?: KeySlot
hook?: Hook
spacer?: boolean
lock?: boolean
lock_screw?: Fixing
}
export interface Divider {
id: string
x_mm: number
}
export interface Corners {
kind: ("screws" | "dowels" | "glue")
count?: number
end_grain: boolean
glued: boolean
screw?: Fixing
d_mm?: number
deep_mm?: number
made?: Made
}
export interface SagLimit {
school: ("eye" | "span/360" | "span/240" | "span/180" | "figure")
figure_mm?: number
}
export interface HowMade {
letters: Letter[]
pieces: MadePiece[]
schools: Practice[]
datum: Datum
built: Built[]
finish: Finish[]
glue: ("pva" | "slow" | "epoxy" | "quick-epoxy" | "pu" | "hide")
start?: string
}
export interface Letter {
piece: string
letter: string
like: string
}
export interface MadePiece {
piece: string
longer_mm: number
wider_mm: number
grain: ("along" | "any")
shows: ("front" | "back" | "both" | "none")
ends: ("cut" | "mill")
row?: string
}
export interface Practice {
shelf: string
bores: ("after" | "before")
first: ("shelf" | "brackets")
heads: ("front" | "hidden")
fit: ("stop" | "template")
}
export interface Datum {
from: ("left" | "right" | "stud")
stud?: string
up: ("floor" | "line")
line_mm: number
}
export interface Built {
thing: string
figure: string
planned: number
}
export interface Ladder {
per_metre_kg: number
span_mm: number
rungs: Rung[]
thinnest: Thin[]
}
export interface Rung {
thickness_mm: number
spans: Reach[]
}
export interface Reach {
wood: string
span_mm: number
by: string
}
export interface Thin {
wood: string
thickness_mm: number
}
export interface DressRequest {
design: Project
shelf: string
way: string
}
export interface MakeRequest {
what: ("wall" | "shelf" | "support" | "places" | "complete" | "backer" | "panel" | "on-wall" | "rip")
units?: Units
with?: ("brackets" | "floating" | "alcove" | "tool-wall" | "rack" | "hooks" | "box" | "sheets" | "empty")
design?: Project
shelf?: string
like?: string
at_mm?: number[]
}
export interface MakeReply {
project?: Project
hung?: Hung
new?: string
}
export interface Hung {
shelf: Shelf
fixtures: Fixtures
}
export interface ShelfRequest {
design: Project
shelf: string
}
export interface Places {
now: Place
count: Count[]
tried: number
tip: number
stopped: boolean
}
export interface Place {
at_mm: number[]
tips: boolean
sag_mm: number
worst_n: number
}
export interface Count {
supports: number
free: Place
studs?: Place
tips: boolean
}
export interface PartsTable {
text: string
parts: StockPart[]
bad: Bad[]
}
export interface Bad {
line: number
message: string
}
export interface Improvements {
singles: Idea[]
pairs: Idea[]
refused: Refused[]
considered: number
checked: number
stopped: boolean
}
export interface Idea {
words: string
shelf: Shelf
fixtures: Fixtures
holds: Limit
straight: Limit
breaks?: Limit
verdict: ("holds" | "sags" | "loose" | "gives" | "cannot-say")
first: string
effort: number
}
export interface Limit {
kg: number
above?: boolean
}
export interface Refused {
words: string
why: string
}
export interface CompareReply {
rows: WayRow[]
}
export interface WayRow {
key: string
name: string
why?: string
now?: boolean
hung?: Hung
verdict?: ("holds" | "sags" | "loose" | "gives" | "cannot-say")
holds: Limit
straight: Limit
breaks?: Limit
first?: string
how?: string
first_link?: string
droop_mm: number
holes: number
parts: Need[]
tools: string[]
hands: string
hidden: boolean
side: Picture
}
export interface Need {
count: number
what: string
type?: string
length_mm?: number
}
export interface Picture {
back_mm: number
gap_mm: number
shapes: Shape[]
holes: Hole[]
}
export interface Shape {
name: string
stuff: ("metal" | "timber" | "sheet" | "void" | "within")
side?: [number, number][]
front?: [number, number][]
}
export interface Hole {
id: string
x_mm: number
y_mm: number
meets: ("stud" | "edge" | "misses" | "keep-out" | "lining" | "wall" | "board")
edge_mm: number
chance_of_a_miss: number
counts: boolean
near: boolean
stud?: string
stud_depth_mm: number
head_mm: number
length_mm: number
d_mm: number
in_stud_mm: number
thread_mm: number
least_mm: number
would_need_mm: number
pull_n: number
takes_n: number
shear_n: number
pilot_mm: number
clearance_mm?: number
better_mm?: number
better_times?: number
why?: string
type?: string
through?: string
piece_mm: number
gap_mm: number
recess_mm?: number
head_across_mm?: number
slant_deg?: number
}
export interface BreakReply {
steps: Going[]
}
export interface Going {
kg: number
link: string
name: string
where: string
how: string
gone: string[]
next_kg: number
down: boolean
hangs: boolean
holds: boolean
unknown: boolean
to: string
}
export interface MendReply {
mends: Mend[]
}
export interface Mend {
text: string
path: string
value: number
drop?: boolean
}
export interface TogetherReply {
faults: Fault[]
}
export interface Fault {
shelf: string
of: string
name: string
says: string
x_mm: number
y_mm: number
z_mm: number
}
export interface LoadedRequest {
design: Project
shelf: string
kg: number
gone: string[]
}
export interface ChangesRequest {
was: Project
now: Project
}
export interface ChangesReply {
changes: string[]
}
export interface Past {
saves: Revision[]
changes: string[]
}
export interface Revision {
version: number
saved_at: string
name: string
}
export interface Term {
words: string[]
meaning: string
where?: string
picture?: string
}
export interface StiffnessRequest {
span_mm: number
width_mm: number
thickness_mm: number
readings: Bend[]
}
export interface Bend {
load_kg: number
sag_mm: number
}
export interface Stiffness {
e_mpa: number
spread: number
each_mpa: number[]
}
export interface DialRequest {
seed: number
bench: Bench
presses: Press[]
at_s: number
}
export interface Bench {
wood: string
grade: string
span_mm: number
width_mm: number
thickness_mm: number
}
export interface Press {
at_s: number
put_kg: number
zero: boolean
}
export interface Dial {
mm: number
stable: boolean
fault?: string
}
export interface MoistureRequest {
seed: number
condition: ("dry" | "damp" | "drying" | "wet")
pins: number
}
export interface MoistureReply {
pct: number
fault?: string
}
export interface Saved {
id: string
version: number
updated: string
document: Project
unreadable?: string
saved_by?: string
saved_from?: number
}
export interface Preview {
walls: Change[]
here: Holds
there: Holds
}
export interface Change {
name: string
is: string
here: string
there: string
}
export interface Holds {
walls: number
entries: number
pictures: number
own: number
}
export interface Copies {
copies: CopyOf[]
}
export interface CopyOf {
name: string
made: string
size: number
}
export interface CheckRequest {
seq: number
base: BasePart
shelves: ShelfPart[]
open: string
}
export interface BasePart {
key?: string
document?: Project
}
export interface ShelfPart {
key?: string
shelf?: Shelf
answer?: string
closing?: string
}
export interface CheckReply {
seq: number
missing?: string[]
base: string
shelves: ShelfKeys[]
answers?: {
[k: string]: Answer
}
closings?: {
[k: string]: Closing
}
studs: StudReport[]
verdict: ("holds" | "sags" | "loose" | "gives" | "cannot-say")
weakest?: string
problems?: FileProblem[]
}
export interface ShelfKeys {
key: string
answer: string
closing: string
problems?: FileProblem[]
later?: boolean
}
export interface FileProblem {
path: string
message: string
alone?: boolean
line?: number
}
export interface Answer {
id: string
name: string
form?: string
way?: string
tiers_mm: number[]
hangs?: boolean
asked_kg: number
self_kg: number
evenly: boolean
handling: Sudden
accident?: Sudden
links: Link[]
supports: SupportReport[]
rail?: RailReport
curve: Curve
section: SectionReport
sagging?: Sagging
movement?: Movement
contents: ItemMass[]
assumed: string[]
cautions: Caution[]
loose?: string
on_assumed: string[]
}
export interface Sudden {
verdict: ("holds" | "sags" | "loose" | "gives" | "cannot-say")
load_n: number
used: number
link?: string
x_mm: number
}
export interface Link {
id: string
role: ("standing" | "bends" | "shears" | "sags" | "bears" | "tips" | "bar" | "bore" | "droop" | "joint" | "unhooks" | "rail" | "rail-sags" | "near" | "others" | "heel" | "behind")
kind: ("strength" | "stiffness" | "gate")
piece: string
goes: ("bends" | "shears" | "crushes" | "splits" | "twists" | "sags" | "tips" | "slips" | "opens" | "draws" | "past-rating" | "stands")
of: ("wood" | "panel" | "glue" | "lining" | "masonry" | "steel" | "fastener" | "anchor")
name: string
where: string
support?: string
how: string
when: string
wood?: string
used: number
fails?: boolean
unknown?: boolean
limit: Limit
break?: Limit
no_mean?: string
handling_used?: number
accident_used?: number
value_mm?: number
now_mm?: number
allowed_mm?: number
x_mm?: number
across?: boolean
}
export interface SupportReport {
id: string
number: number
name: string
noun?: string
x_mm: number
share_kg: number
load_n: number
arm_mm: number
when: string
worst?: string
lifts_mm: number
geometry: Geometry
own_holes: number
fails?: string
}
export interface Geometry {
low_mm: number
high_mm: number
reach_mm: number
gap_mm: number
back_mm: number
arm_mm: number
shapes: Shape[]
forces: Force[]
measures: Measure[]
facts: Fact[]
marks: Fact[]
holes: Hole[]
}
export interface Force {
name: string
z_mm: number
y_mm: number
dz: number
dy: number
n: number
takes_n?: number
}
export interface Measure {
name: string
z1_mm: number
y1_mm: number
z2_mm: number
y2_mm: number
mm: number
edit?: string
}
export interface Fact {
name: string
value: number
kind: string
bad?: boolean
}
export interface RailReport {
id: string
name: string
when: string
worst?: string
geometry: RailGeometry
}
export interface RailGeometry {
name: string
shapes: Shape[]
columns: Column[]
marks: Fact[]
}
export interface Column {
x_mm: number
share_n: number
moment_nmm: number
low_mm: number
high_mm: number
reach_mm: number
gap_mm: number
back_mm: number
arm_mm: number
shapes: Shape[]
forces: Force[]
measures: Measure[]
facts: Fact[]
marks: Fact[]
holes: Hole[]
}
export interface Curve {
self_mm: number[]
now_mm: number[]
later_mm: number[]
}
export interface SectionReport {
parts: SectionPart[]
sides: SectionSide[]
ei_nmm2: number
alone_nmm2: number
gain: number
cuts: CutLeft[]
}
export interface SectionPart {
name: string
wood: string
x_mm: number
y_mm: number
b_mm: number
h_mm: number
loose: boolean
crossed: boolean
}
export interface SectionSide {
name: string
neutral_mm: number
ei_nmm2: number
share: number
sags: boolean
}
export interface CutLeft {
id: string
name: string
left_mm: number
}
export interface Sagging {
link: string
span_mm: number
kdef: number
times: SagAt[]
schools: SchoolSays[]
}
export interface SagAt {
days: number
self: number
contents: number
sag_mm: number
low_mm: number
high_mm: number
}
export interface SchoolSays {
school: ("eye" | "span/360" | "span/240" | "span/180" | "figure")
allowed_mm: number
used: number
}
export interface Movement {
swing_mm: number
swells_mm: number
shrinks_mm: number
settled: boolean
}
export interface ItemMass {
id: string
kg: number
}
export interface Caution {
about?: string
text: string
}
export interface Closing {
verdict: ("holds" | "sags" | "loose" | "gives" | "cannot-say")
why?: string
holds: Limit
first?: string
straight: Limit
first_sag?: string
breaks?: Limit
break_link?: string
not_known: string[]
low?: Low
band: string[]
joined: Link[]
beside: Caution[]
not_judged: Caution[]
}
export interface Low {
asked_kg: number
verdict: ("holds" | "sags" | "loose" | "gives" | "cannot-say")
}
export interface StudReport {
id: string
moment_nmm: number
takes_nmm: number
used: number
}
export interface Report {
shelves: ShelfReport[]
studs: StudReport[]
verdict: ("holds" | "sags" | "loose" | "gives" | "cannot-say")
weakest?: string
}
export interface ShelfReport {
id: string
name: string
form?: string
way?: string
tiers_mm: number[]
hangs?: boolean
asked_kg: number
self_kg: number
evenly: boolean
handling: Sudden
accident?: Sudden
links: Link[]
supports: SupportReport[]
rail?: RailReport
curve: Curve
section: SectionReport
sagging?: Sagging
movement?: Movement
contents: ItemMass[]
assumed: string[]
cautions: Caution[]
loose?: string
on_assumed: string[]
verdict: ("holds" | "sags" | "loose" | "gives" | "cannot-say")
why?: string
holds: Limit
first?: string
straight: Limit
first_sag?: string
breaks?: Limit
break_link?: string
not_known: string[]
low?: Low
band: string[]
joined: Link[]
beside: Caution[]
not_judged: Caution[]
}
export interface Working {
link: Link
case: string
when: string
steps: Step[]
}
export interface Step {
symbol: string
meaning: string
formula: string
inputs: Input[]
result: number
kind: ("length" | "area" | "modulus" | "inertia" | "mass" | "force" | "moment" | "stress" | "rate" | "stiffness" | "density" | "per_square" | "days" | "ratio")
source: string
}
export interface Input {
symbol: string
value: number
kind: ("length" | "area" | "modulus" | "inertia" | "mass" | "force" | "moment" | "stress" | "rate" | "stiffness" | "density" | "per_square" | "days" | "ratio")
}
export interface WorkingRequest {
design: Project
link: string
case: string
}
export interface QuantityRequest {
text: string
kind: string
unit: string
}
export interface QuantityReply {
value: number
}
export interface ContentsRequest {
row: string
amount: string
sizes: string[]
unit: string
room_mm: number
}
export interface SplitRequest {
mass: string
size: string
count: string
racks: string
bins: string
units: Units
}
export interface Parts {
bin: Share
rack: Share
left_over: Share
}
export interface Share {
mass_kg: number
size_mm: number
count: number
}
export interface TableRequest {
design: Project
shelf: string
text: string
}
export interface TableReply {
items: Item[]
studs: Stud[]
bad: Bad[]
}
export interface ScaleRequest {
seed: number
deeds: Deed[]
at_s: number
}
export interface Deed {
at_s: number
put_kg: number
tare: boolean
}
export interface Reading {
kg: number
stable: boolean
fault?: string
}
export interface ScannerRequest {
seed: number
wall: string
length_mm: number
moves: Move[]
}
export interface Move {
at_s: number
x_mm: number
calibrate?: boolean
}
export interface ScanRequest {
text: string
}
export interface ScanReply {
behind?: string
readings: ScanReading[]
marks: StudMark[]
}
export interface ScanReading {
at_s: number
x_mm: number
level: number
metal?: boolean
lost?: boolean
}
export interface StudMark {
x_mm: number
width_mm: number
doubt_mm: number
kind: ("stud" | "pipe" | "broad")
why?: string
both: boolean
}
export interface Failure {
code: string
message: string
path?: string
version?: number
problems?: FileProblem[]
}
export interface Journal {
entries: Entry[]
}
export interface Entry {
id: string
seq?: number
at?: string
design?: string
kind: ("tick" | "finding" | "measure" | "cut" | "purchase" | "acknowledge" | "test" | "reading" | "remark" | "picture" | "broke" | "take-back")
when: string
about?: string
takes_back?: string
text?: string
data?: unknown
pictures?: string[]
}
export interface RecordRequest {
entries: Entry[]
design?: Project
}
export interface Shop {
format: string
version: number
kerf_mm: number
jigsaw_mm: number
squaring_mm: number
first_cuts?: ("any" | "rips" | "crosscuts")
trim_mm?: number
stock: StockOnHand[]
offers: Offer[]
carry: Largest
tools: string[]
clamps: Clamp[]
paper: ("a4" | "letter")
people: Person[]
pace?: number
quiet_from?: number
prices?: ShopPrice[]
own_contents: Row[]
own_boards: Stock[]
own_parts: StockPart[]
}
export interface StockOnHand {
id: string
name: string
wood: string
length_mm: number
width_mm: number
thickness_mm: number
count: number
bad: Span[]
squared?: boolean
}
export interface Span {
from_mm: number
to_mm: number
}
export interface Offer {
id: string
name: string
wood: string
length_mm: number
width_mm: number
thickness_mm: number
price: number
per: ("piece" | "metre" | "board-foot")
}
export interface Largest {
length_mm: number
width_mm: number
mass_kg: number
}
export interface Clamp {
reach_mm: number
count: number
}
export interface Person {
id: string
name: string
/**
 * @minItems 7
 * @maxItems 7
 */
hours: [number, number, number, number, number, number, number]
/**
 * @minItems 7
 * @maxItems 7
 */
from?: [number, number, number, number, number, number, number]
}
export interface ShopPrice {
key: string
price: number
pack?: number
where?: string
}
export interface Plan {
locked: Locked[]
moves: MovedPiece[]
days: Day[]
days_off: string[]
}
export interface Locked {
id: string
stock: string
pieces: string[]
}
export interface MovedPiece {
piece: string
board: string
stock: string
at_mm: number
}
export interface Day {
step: string
on: string
locked?: boolean
}
export interface CuttingRequest {
design: Project
}
export interface CuttingReply {
parts: CutPart[]
letters: Letter[]
cutting: Cutting
facts: CutFact[]
plan: Plan
plan_version: number
shop: Shop
shop_version: number
}
export interface CutPart {
letter: string
name: string
stuff: string
wood: string
from: string
length_mm: number
width_mm: number
thickness_mm: number
d_mm?: number
longer_mm: number
wider_mm: number
grain: ("along" | "any")
shows: ("front" | "back" | "both" | "none")
ends: ("cut" | "mill")
/**
 * @minItems 2
 * @maxItems 2
 */
off_deg: [number, number]
bevel_deg: number
features: CutFeature[]
each: Each[]
}
export interface CutFeature {
kind: string
face: string
x_mm: number
y_mm: number
d_mm?: number
long_mm?: number
wide_mm?: number
depth_mm?: number
of?: string
head_mm?: number
recess_mm?: number
slot_mm?: number
lip_mm?: number
far?: boolean
pilot?: boolean
}
export interface Each {
id: string
called: string
piece: string
owner: string
shelf: string
mark?: number
row?: string
}
export interface Cutting {
blanks: Blank[]
counts: BlankCount[]
cuts: SawCut[]
settings: Setting[]
uncut: Uncut[]
unmet: string[]
price: number
unpriced: number
settled: boolean
}
export interface Blank {
id: string
group: number
stock: string
name: string
from: string
wood: string
stuff: string
own: boolean
locked: boolean
length_mm: number
width_mm: number
thickness_mm: number
squaring_mm: number
bad: Span[]
places: Lies[]
left: Lies[]
price: number
priced: boolean
}
export interface Lies {
piece?: string
called?: string
x_mm: number
y_mm: number
length_mm: number
width_mm: number
turned?: boolean
}
export interface BlankCount {
from: string
stuff: string
thickness_mm: number
width_mm: number
blanks: number
buy: number
least: number
blade?: string
}
export interface SawCut {
n: number
blank: string
kind: string
along: boolean
at_mm: number
from_mm: number
to_mm: number
size_mm: number
tilt_deg?: number
frees: string[]
there?: boolean
}
export interface Setting {
cuts: number[]
says: string
}
export interface Uncut {
piece: string
called: string
why: string
}
export interface CutFact {
entry: string
when: string
blank: string
name: string
pieces: DonePiece[]
own?: StockOnHand
offcuts: StockOnHand[]
}
export interface DonePiece {
id: string
called: string
length_mm: number
width_mm: number
}
export interface CutRequest {
design: Project
blank: string
last?: string
}
export interface StockTable {
text: string
stock: StockOnHand[]
bad: Bad[]
}
export interface SetupsReply {
cards: Card[]
}
export interface Card {
id: string
n: number
kind: ("rip" | "part-bevel" | "bore-through" | "part-strip" | "trim" | "bevel" | "recess" | "bore" | "edge-bore" | "slot" | "mortise" | "pocket" | "lap" | "notch" | "keyhole" | "mitre" | "taper")
title: string
serves: Serve[]
figures: Figure[]
places: {
[k: string]: CardPlace[]
}
says: string[]
measure: string
wrong?: string
test: string
cautions: string[]
refused?: string
asks: Ask[]
drawing: Drawing
done?: string
}
export interface Serve {
letter: string
pieces: string[]
called: string
}
export interface Figure {
name: string
value: number
kind: string
}
export interface CardPlace {
at_mm: number
}
export interface Ask {
key: string
label: string
kind: string
planned: number
is?: number
piece?: string
figure?: string
}
export interface Drawing {
width_mm: number
height_mm: number
marks: DrawnMark[]
}
export interface DrawnMark {
layer: ("cut" | "hidden" | "wood" | "tool" | "datum" | "size" | "words" | "faint" | "bad")
points: [number, number][]
closed?: boolean
r?: number
from?: number
to?: number
text?: string
high?: number
turn?: number
anchor?: number
bold?: boolean
}
export interface TaperRequest {
wide_mm: number
narrow_mm: number
long_mm: number
}
export interface Schedule {
lines: Line[]
holes: WallHole[]
changes: number
changes_by_bit: number
datum: string
off: string[]
stick: Stick
}
export interface Line {
says: string
how: string
up_mm: number
high_mm: number
from_mm: number
to_mm: number
shelf: string
}
export interface WallHole {
n: number
key: string
owner: string
shelf: string
for: string
x_mm: number
up_mm: number
along_mm: number
high_mm: number
from_shelf_mm: number
over_shelf_mm: number
meets: ("stud" | "edge" | "misses" | "keep-out" | "lining" | "wall" | "board")
into: string
stud?: string
through: HoleLayer[]
fastener: string
length_mm: number
d_mm: number
pilot_mm: number
pilot_deep_mm: number
clearance_mm?: number
clearance_deep_mm?: number
recess_mm?: number
sink_mm?: number
tape_mm: number
tape_face_mm: number
thread_mm: number
slant_deg?: number
near?: string
near_mm?: number
find_first?: boolean
why?: string
counts: boolean
done?: string
found?: Found
against?: string
}
export interface HoleLayer {
name: string
mm: number
}
export interface Found {
entry: string
when: string
no_wood?: boolean
at_mm?: number
up_mm?: number
x_mm?: number
}
export interface Stick {
along: StickMark[]
heights: StickMark[]
steps?: string
}
export interface StickMark {
at_mm: number
says: string
}
export interface CardMeasure {
key: string
value: number
}
export interface OrderRequest {
design: Project
now: string
offset_min: number
}
export interface OrderReply {
start: string
now_min: number
steps: WorkStep[]
schedule: WorkDays
problem?: string
people: Person[]
assumed: boolean
pace: number
learned: boolean
next?: string
waits: Waiting[]
after: string[]
read: string[]
}
export interface WorkStep {
id: string
kind: ("stock" | "find" | "cut" | "setup" | "dry-fit" | "glue" | "fill" | "trial" | "sand" | "coat" | "drill" | "hang" | "touch-up" | "load")
says: string
shelf?: string
minutes: number
wait_h: number
why?: string
hands: number
clamps?: number
holds_h?: number
noise?: boolean
whole?: boolean
needs: StepNeed[]
opens?: string
thing?: string
caution?: string
notes: string[]
done?: string
took_min?: number
}
export interface StepNeed {
step: string
after_h: number
}
export interface WorkDays {
blocks: WorkBlock[]
ends: {
[k: string]: number
}
free: {
[k: string]: number
}
end_min: number
total_min: number
critical: WayLink[]
late: string[]
}
export interface WorkBlock {
step: string
people: number[]
from_min: number
to_min: number
}
export interface WayLink {
step: string
why: string
from_min: number
to_min: number
}
export interface Waiting {
step: string
until_min: number
why: string
}
export interface BuyList {
rows: BuyRow[]
total: number
unpriced: number
by_shelf: {
[k: string]: number
}
}
export interface BuyRow {
key: string
kind: ("boards" | "fasteners" | "parts" | "glue" | "finish" | "abrasive")
name: string
unit: ("pieces" | "g" | "l" | "sheets")
needed: number
have: number
pack: number
buy: number
price: number
cost: number
where?: string
note?: string
of: BuyShare[]
bought?: string
}
export interface BuyShare {
shelf: string
needed: number
}
export interface PaperRequest {
design: Project
key?: string
size: ("a4" | "letter")
now?: string
offset_min?: number
}
export interface PaperReply {
papers: PaperItem[]
pages: string[]
}
export interface PaperItem {
key: string
name: string
template: boolean
sheets: number
}
export interface UncutRequest {
design: Project
entry: string
}
export interface KeptPicture {
hash: string
type: string
}
export interface ProveRequest {
design: Project
asked: TestAsked
now: string
}
export interface TestAsked {
hold: ("10min" | "1h" | "24h")
where: ("contents" | "heap")
gauge: ("dial" | "straightedge" | "string" | "none")
alone?: boolean
things: TestThing[]
shelf: string
}
export interface TestThing {
name: string
kg: number
count?: number
}
export interface ProveReply {
plan?: TestPlan
problem?: string
cautions: string[]
spread: number
test?: TestNow
tests: TestDone[]
broken: BrokenOf[]
pieces: PiecesOf[]
marks: BearsMark[]
years: Years
look_at: string[]
}
export interface TestPlan {
hold: ("10min" | "1h" | "24h")
where: ("contents" | "heap")
gauge: ("dial" | "straightedge" | "string" | "none")
alone?: boolean
things: TestThing[]
shelf: string
bears_kg: number
stay_s: number
wants_kg: number
load_kg: number
proves_kg: number
breaks_kg: number
first: string
first_name: string
capped: string
stands: TestStand[]
steps: TestStep[]
bedding_kg: number
mm_per_kg: number
at: number
creep_mm: number
yields: boolean
sudden: boolean
panels: string[]
steel_only: boolean
holds_kg: number
shared: string[]
doubts: string[]
most_kg: number
}
export interface TestStand {
from_mm: number
to_mm: number
part: number
}
export interface TestStep {
loads_kg: number[]
adds: string[]
}
export interface TestNow {
id: string
begun: string
plan: TestPlan
advice: Advice
kg: number
points: TestPoint[]
own_mm_per_kg: number
stops: StopAt[]
coarse: boolean
last: string
}
export interface Advice {
do: ("put" | "wait" | "read" | "off" | "zero" | "unload" | "recover" | "over")
says: string
why?: string
kg: number
due_s?: number
ask_s?: number
result: ("running" | "passed" | "failed" | "stopped" | "open")
}
export interface TestPoint {
kg: number
mm: number
at_s: number
}
export interface StopAt {
kg: number
mm: number
}
export interface TestDone {
id: string
begun: string
plan: TestPlan
result: ("running" | "passed" | "failed" | "stopped" | "open")
why: string
most_kg: number
points: TestPoint[]
proof?: Proof
}
export interface Proof {
kg: number
held_s: number
allows_kg: number
stale?: string
}
export interface BrokenOf {
link?: string
support?: string
went: ("wood" | "panel" | "glue" | "lining" | "masonry" | "steel" | "fastener" | "anchor")
kg: number
lever_mm?: number
trial?: boolean
stood_s?: number
entry: string
when: string
text?: string
lesson: Lesson
}
export interface Lesson {
expected_kg: number
says: string
explains: string[]
change: string
}
export interface PiecesOf {
support: string
name: string
lever_mm: number
broke_kg: number[]
lower_kg: number
allows_kg: number
asked_kg: number
}
export interface BearsMark {
kind: ("asked" | "straight" | "holds" | "test" | "proved" | "breaks" | "broke")
kg: number
above?: boolean
on?: string
stale?: boolean
}
export interface Years {
from?: string
at: number
asked_kg: number
readings: YearsOf[]
curve: Banded[]
five: Banded
ten: Banded
limit_mm?: number
passes?: string
past?: boolean
warnings: string[]
problem?: string
next: Due
}
export interface YearsOf {
entry: string
when: string
day: number
mm: number
kg: number
gauge: ("dial" | "straightedge" | "string" | "none")
text?: string
outside?: string
earlier?: boolean
}
export interface Banded {
day: number
mm: number
low_mm: number
high_mm: number
}
export interface Due {
on?: string
why?: string
}
export interface TestEvent {
test: string
did: ("begin" | "put" | "zero" | "read" | "heard" | "saw" | "stop" | "broke")
kg?: number
mm?: number
what?: ("creak" | "tick" | "crack" | "gap" | "heads" | "heel" | "joint" | "bore" | "bent")
plan?: TestPlan
}
export interface SagReading {
mm: number
gauge: ("dial" | "straightedge" | "string" | "none")
kg: number
since?: string
at?: number
moisture_pct?: number
}
export interface BrokenData {
link?: string
support?: string
went: ("wood" | "panel" | "glue" | "lining" | "masonry" | "steel" | "fastener" | "anchor")
kg: number
lever_mm?: number
trial?: boolean
stood_s?: number
}
export interface NoteData {
what: ("remark" | "built" | "hung" | "moved" | "bumped" | "wet" | "mended")
}
export interface GaugeReply {
mm: number
fault?: string
simulated: boolean
}
export interface LogReply {
lines: LogLine[]
}
export interface LogLine {
id: string
when: string
kind: ("tick" | "finding" | "measure" | "cut" | "purchase" | "acknowledge" | "test" | "reading" | "remark" | "picture" | "broke" | "take-back")
shelf?: string
name?: string
says: string
text?: string
pictures?: string[]
out?: boolean
}
export interface LogTaken {
added: number
known: number
entries: Entry[]
bad: Bad[]
}
export interface ReadingsRequest {
text: string
shelf: string
}
export interface DueReply {
due: DueShelf[]
}
export interface DueShelf {
project: string
wall: string
shelf: string
name: string
on?: string
why?: string
}
export const BEGINNINGS = [["brackets","a shelf on brackets"],["floating","a floating shelf"],["alcove","a shelf in an alcove"],["tool-wall","a tool wall"],["rack","a rack"],["hooks","hooks"],["box","a box of bins"],["sheets","sheets that lean"],["empty","nothing yet: an empty wall"]] as const
export const FORMS = {"box":["","dividers"],"cart":[""],"frame":["posts"],"hook_rail":["","hooks"],"rack":["uprights"],"sheet_rack":["frames"],"tool_holder":["","hooks"]} as const
export const ON_BOARDS = ["frame","box"] as const
