/** A way to build, as a new maker would walk it. */
export type Way = {
  /** What stands under its picture on the start page. */
  begins: string
  /** Of its picture in docs/ways. */
  file: string
  /** What the sample is called. */
  named: string
  /** The hardware that goes in first. */
  search: string
  model: string
  /** The station that shows what is peculiar to it. */
  shown: 'Shell' | 'Fit'
  /** What is done there: four steps between the brief and the hardware. */
  own: [string, string, string, string]
}

const BOARD = { search: 'single-board 85', model: 'Single-board computer 85 x 56' }

/** Every way that the start page offers. */
export const WAYS: Way[] = [
  {
    begins: 'Closed box',
    file: 'closed-box',
    named: 'Reed tally',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shell*: set the material of each panel and, when the sheet lies before you, its measured thickness.',
      'Choose an edge on the net and its joint: butt with glue, butt with a screwed block, rabbet, groove, mitre.',
      'Say what comes off: *held* in the table of panels makes a lid, a door or a removable side, with its fit.',
      '*Fit*: add a tray where something is to stand above something else.',
    ],
  },
  {
    begins: 'Face in two panels',
    file: 'face-in-two-panels',
    named: 'Marsh pump box',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shell*, *Structures*: choose the face that is closed by two panels and whether they stand side by side or one over the other.',
      'Type where the line between them runs, and the gap that is left.',
      'Put a batten behind the line where one of them comes off while the other stays.',
      'Set materials and joints of the other panels as for any box.',
    ],
  },
  {
    begins: 'Desk console',
    file: 'desk-console',
    named: 'Tower level desk',
    search: 'push-button 16',
    model: 'Push-button 16 mm, momentary',
    shown: 'Shell',
    own: [
      '*Shell*, *Structures*: type the slope over the level, and the lip under it; sides and front follow.',
      'Cleats hold the front from behind: choose their stock, or none.',
      'Set the material of the sloped front: thin sheet for controls, wood where screws bite.',
      'Displays and controls go on the front: it is offered first when you add them.',
    ],
  },
  {
    begins: 'Back board',
    file: 'back-board',
    named: 'Bell control wall',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shell*, *Structures*: choose the frame behind the board and how it hangs: cleat, keyholes or screws.',
      'Type how far apart the studs of your wall are and where the first one is: screws of the hanger land in them.',
      'Pads lift devices off the board and make the reveal; light behind them is a tick.',
      'Every device stands on the face of the board with its plugs free; cables go through it and run behind.',
    ],
  },
  {
    begins: 'Bent wrap',
    file: 'bent-wrap',
    named: 'Reed organ blower',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shell*, *Structures*: choose the faces that the strip goes round and each corner: kerfed, laminated, solid, mitred.',
      '*Corners* compares the schools for this design: radius, hours, scrap; take one, keep another as plan B.',
      'Set the web under the kerfs and your cutter; cut the test strip before the real one.',
      '*Cuts* tells where the strip begins and how long it is flat.',
    ],
  },
  {
    begins: 'Folded sheet',
    file: 'folded-sheet',
    named: 'Kiln probe case',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shell*, *Structures*: name the base first, then the faces that are folded up from it.',
      'Set the inside radius that your brake makes, and the returns that the cover is joined to.',
      'Rivets or screws join it: the holes stand in both sheets.',
      '*Cuts* has the flat blank with its reliefs; *Packet* the DXF with bend lines on their own layer.',
    ],
  },
  {
    begins: 'Printed body',
    file: 'printed-body',
    named: 'Seed moisture box',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shop*: type the bed of your printer; what is larger is split.',
      '*Shell*, *Structures*: choose the faces that are printed as one body, wall, skin and infill.',
      'Choose how pieces are joined: pins, screws or glue flanges.',
      'Anchor points on every side take screws and ties later: keep them ticked unless you know better.',
    ],
  },
  {
    begins: 'Layered acrylic',
    file: 'layered-acrylic',
    named: 'Marsh water clock',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shell*, *Structures*: choose the sheet, and measure it: the height of the stack is so many times the measured layer.',
      'Set the wall that is left round the cut-out and whether spacers fill in between.',
      'Bolts go through the corners: their length follows from the stack and is chosen from what is sold.',
      '*Cuts* nests the layers; peel the film only after the last hole.',
    ],
  },
  {
    begins: 'Printed ends over rails',
    file: 'printed-ends',
    named: 'Tower relay tube',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shell*, *Structures*: choose the bars; the sockets of the two ends follow them with the fit that you choose.',
      'Set how deep the sockets are and how thick the ends.',
      'Thin panels are screwed to the bars: their holes stand in both.',
      'Print one socket first and try a bar in it.',
    ],
  },
  {
    begins: 'Rail frame',
    file: 'rail-frame',
    named: 'Kiln logger frame',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shell*, *Structures*: choose the rail (angle, square or slotted) and the edges that have one.',
      'Panels lie over the rails, behind them or are slipped into their slots: choose, and type the play in the slot.',
      'Set thin panels: the frame carries, they close.',
      '*Cuts* cuts the bars from lengths that are sold; ends are drilled and tapped as *Mounts* says.',
    ],
  },
  {
    begins: 'Drawer in a stand',
    file: 'drawer-in-a-stand',
    named: 'Bench record drawer',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Brief*: say what stands on it; *Shell*, *Fits and loads* tells how far its top sags.',
      '*Shell*, *Structures*: choose the bottom and walls of the drawer and by how much its front covers the opening.',
      'Choose runners and their play; steel ones are bought, wooden ones are cut.',
      'Hardware stands in the drawer: cables need a loop that is as long as it runs out.',
    ],
  },
  {
    begins: 'Level frame',
    file: 'level-frame',
    named: 'Seed house frame',
    ...BOARD,
    shown: 'Fit',
    own: [
      '*Shell*, *Structures*: choose pipe or profile for posts and beams, and the fittings that join them.',
      'Type the take-off of your fitting: beams are cut shorter by it at each end.',
      '*Fit*: add levels and set how high each is; type into the drawing.',
      'Rails slide under the holes of the hardware: *Mounts* has the middle of each from the left outside.',
    ],
  },
  {
    begins: 'Tray rack',
    file: 'tray-rack',
    named: 'Kiln tray rack',
    ...BOARD,
    shown: 'Fit',
    own: [
      '*Shell*, *Structures*: say how many trays there are and which is repeated.',
      'The pitch follows from the highest device and the air between; or type it.',
      '*Fit*: lay out one tray; all others have the same holes.',
      'Trays slide out for service: leave slack in every cable that comes from behind.',
    ],
  },
  {
    begins: 'Inner box',
    file: 'inner-box',
    named: 'Marsh battery box',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shell*, *Structures*: choose the floor on which the inner box stands, its sheet and its thickness.',
      'Type where it stands and how large it is outside; what stands there already is kept clear.',
      'Lid and cable hole are ticks; put a battery in it and keep a way for its gas.',
      'Decks of the inner box are offered for hardware like any other.',
    ],
  },
  {
    begins: 'Printed frame inside',
    file: 'printed-frame-inside',
    named: 'Bell ringer core',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shop*: type the bed of your printer; a plate that is larger is split and pinned.',
      '*Shell*, *Structures*: choose where the frame stands, how large it is and how high its legs are.',
      'Hardware on it is held by screws into the print: inserts where they come out often.',
      'It is screwed from below: the holes stand in the bottom.',
    ],
  },
  {
    begins: 'Printed feet',
    file: 'printed-feet',
    named: 'Reed lamp house',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shell*, *Structures*: choose filament and size of the feet; their height is the air that the bottom gets.',
      'Type how far they stand in from the edges.',
      'The screw behind each is reached through the foot: its driver has room in the drawing.',
      'Set materials and joints of the panels as for any box.',
    ],
  },
  {
    begins: 'Plinth',
    file: 'plinth',
    named: 'Tower amplifier',
    ...BOARD,
    shown: 'Shell',
    own: [
      '*Shell*, *Structures*: choose the boards of the plinth, how high they stand and how far they are set back.',
      'Leave a gap under the back board: it is where the air comes in.',
      'Joints of its corners are chosen like those of any edge.',
      'Set materials and joints of the panels as for any box.',
    ],
  },
]

/** The ten steps from the picture to the files. */
export const steps = (way: Way): string[] => [
  `*Projects*: type a name, choose the picture *${way.begins}*, press *Begin*.`,
  '*Brief*: say where it stands, how large it may be and how many are wanted. What is left empty is free.',
  ...way.own,
  `*Hardware*: search (here: ${way.model}), look at the decks that can carry it, press *Add*. It says where it was put.`,
  '*Snags* (key `s`): mend from the top; open a remedy to see what it would move before you take it.',
  '*Cuts* and *Mounts*: check the cut list and the holes against the drawing; dotted figures tell where they come from.',
  '*Packet*: take the files. Print templates at 100 % and measure the bar on each page before anything is drilled.',
]

/** The page of all ways, with the pictures that the walk takes. */
export const page = (): string =>
  [
    '# A how-to for each way to build',
    '',
    'From picture to files in ten steps. The pictures are taken by `npm run pictures` in `web`; every walk up to the cut list is a test.',
    'Wear eye protection at every machine, and let a licensed electrician do what is connected to the mains.',
    '',
    WAYS.map((w) => `[${w.begins}](#${w.begins.toLowerCase().replaceAll(' ', '-')})`).join(' · '),
    ...WAYS.flatMap((w) => [
      '',
      `## ${w.begins}`,
      '',
      `![${w.begins}, with its first hardware](ways/${w.file}.png)`,
      '',
      ...steps(w).map((s, i) => `${i + 1}. ${s}`),
    ]),
    '',
  ].join('\n')
