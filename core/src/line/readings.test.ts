import { describe, expect, test } from '@jest/globals';
import { catalogue } from '../materials/index.ts';
import { told } from '../testing/told.ts';
import { describePiece } from './index.ts';
import { normOf, normsOf, tokensOf } from './tokens.ts';
import { corrections, vocabularyOf } from './vocabulary.ts';
import { MAX_LINE, written } from './written.ts';

const all = catalogue();

/** Lines with all that they tell, in the order in which it is read; what is usual for a thing is left out unless the line says it. */
const ROWS: readonly (readonly [line: string, tells: string])[] = [
  [
    'oak board 300 x 200 mm, raw',
    'widthMm=300; heightMm=200; base=hardwood; finish=none; heat?=sun; kind rectangle widthMm 300 heightMm 200',
  ],
  [
    'slate plaque, 12 by 8 in',
    'widthMm=304.8; heightMm=203.2; base=slate; heat?=none; kind rectangle widthMm 304.8 heightMm 203.2',
  ],
  [
    'steel tray, 2,100 mm long and 40 cm wide',
    'widthMm=2100; heightMm=400; base=steel-mild; place?=indoors; water?=wipe; kind rectangle widthMm 2100 heightMm 400',
  ],
  [
    'sign, pine, 1 1/2 ft wide, 3/4 m tall',
    'widthMm=457.2; heightMm=750; base=softwood; heat?=sun; kind rectangle widthMm 457.2 heightMm 750',
  ],
  [
    'mug, 80 mm across, 95 mm tall',
    'diameterMm=80; heightMm=95; base?=ceramic-glazed; water?=handWash; heat?=hotDrink; kind cylinder diameterMm 80 heightMm 95',
  ],
  [
    'glass, rim 90 mm across, foot 60 mm across, 120 mm along the side',
    'topMm=90; footMm=60; slantMm=120; base=glass-soda-lime; kind cone topDiameterMm 90 bottomDiameterMm 60 slantMm 120',
  ],
  [
    'tumbler, 90 mm across the top, 60 mm across the bottom, 110 mm high',
    'topMm=90; footMm=60; heightMm=110; base?=glass-soda-lime; water?=handWash; heat?=none; kind cone topDiameterMm 90 bottomDiameterMm 60 heightMm 110',
  ],
  [
    'vase, circumference 30 cm, 20 cm tall',
    'circumferenceMm=300; heightMm=200; base?=glass-soda-lime; place?=indoors; water?=handWash; heat?=none; kind cylinder circumferenceMm 300 heightMm 200',
  ],
  [
    'plant pot, 240 mm around, height 95 mm',
    'circumferenceMm=240; heightMm=95; base?=terracotta; place?=exposed; heat?=sun; kind cylinder circumferenceMm 240 heightMm 95',
  ],
  ['plate, diameter 270 mm', 'diameterMm=270; base?=ceramic-glazed; water?=handWash; kind disc diameterMm 270'],
  [
    'ø 120 mm glass coaster',
    'diameterMm=120; base?=glass-soda-lime; water?=wipe; heat?=hotDrink; kind disc diameterMm 120',
  ],
  ['board with letters 25 mm high, 0.8 mm strokes', 'designHeightMm=25; minStrokeMm=0.8; base?=plywood; heat?=sun'],
  [
    'door sign, lettering 200 by 40 mm, line weight down to 0.4 mm',
    'designWidthMm=200; designHeightMm=40; minStrokeMm=0.4; base?=plywood; heat?=sun; asks weight',
  ],
  ['stencil with webs of 3 mm, 14 loose islands', 'islands=14; minWebMm=3'],
  ['board, 18 mm thick, 300 mm wide', 'widthMm=300; base?=plywood; heat?=sun; kind rectangle widthMm 300; asks 18 mm'],
  ['pillow cover, washed at 40', 'laundryC=40'],
  ['apron, machine washed up to 60 °C', 'laundryC=60; base?=cotton; heat?=none'],
  ['tote bag, washed at 140 °F', 'laundryC=60; base?=cotton; heat?=none'],
  ['trivet, stands 220 degrees', 'heatC=220; base?=cork; water?=wipe'],
  ['cake stand for 40 °C', 'heatC=40; base?=ceramic-glazed; water?=handWash'],
  ['board, 5 in total, 300 mm long', 'widthMm=300; quantity=5; base?=plywood; heat?=sun; kind rectangle widthMm 300'],
  ['tray 12 x 8', 'base?=hardwood; place?=indoors; water?=wipe; asks 12 x 8'],
  ['sign 20 m x 3 mm', 'base?=plywood; heat?=sun; asks 20 m x 3 mm'],
  ['set of 4 coasters, slate', 'quantity=4; base=slate; water?=wipe; heat?=hotDrink'],
  ['3x oak boards', 'quantity=3; base=hardwood; heat?=sun'],
  ['oak boards x 6', 'quantity=6; base=hardwood; heat?=sun'],
  ['lot of 12 jars', 'quantity=12; base?=glass-soda-lime; water?=handWash'],
  ['two jars please', 'quantity=2; base?=glass-soda-lime; water?=handWash'],
  ['we need about 30 wooden tokens for the fair', 'quantity=30; base=wood-unknown; asks tokens | fair; thing tokens?'],
  [
    '4 coats of varnish on an oak door',
    'topcoat kind=clear; base=hardwood; place?=indoors; water?=wipe; heat?=none; asks 4',
  ],
  ['6 letters on a board', 'base?=plywood; heat?=sun; asks 6'],
  ['6 boards', 'quantity=6; base?=plywood; heat?=sun'],
  ['(2) lanterns, glass', 'quantity=2; base?=glass-soda-lime; water?=wipe'],
  ['0 boards', 'base?=plywood; heat?=sun; asks 0'],
  ['5000 boards', 'base?=plywood; heat?=sun; asks 5000'],
  ['board, pine, painted three weeks ago', 'base=softwood; finish=acrylic-paint; ageDays=21; heat?=sun'],
  [
    'oak door, varnished, 2 years old',
    'base=hardwood; finish=varnish-water; ageDays=731; place?=indoors; water?=wipe; heat?=none',
  ],
  [
    'gate, painted last summer, by 12 December',
    'due=2026-12-12T12:00:00.000Z; finish=acrylic-paint; ageDays=30; base?=steel-mild; place?=exposed; heat?=sun',
  ],
  ['sign ready for christmas', 'due=2026-12-24T12:00:00.000Z; base?=plywood; heat?=sun'],
  ['mug due 05/12', 'base?=ceramic-glazed; water?=handWash; heat?=hotDrink; asks 05/12'],
  ['plaque needed by 24.12.2026', 'due=2026-12-24T12:00:00.000Z; base?=hardwood; heat?=none'],
  ['board, sprayed yesterday, to be lettered today', 'finish=sprayed-paint; ageDays=1; base?=plywood; heat?=sun'],
  ['wall sign, must last 10 winters', 'lifeYears=10; place?=exposed; base?=plywood; heat?=sun'],
  ['sign to last two summers outdoors', 'lifeYears=2; place?=exposed; place=exposed; base?=plywood; heat?=sun'],
  ['toy for our 3 year old', 'children=yes; base?=hardwood; water?=wipe; heat?=none'],
  ['box for a 9 month old', 'children=yes; base?=hardwood; place?=indoors; water?=wipe; heat?=none'],
  ['chair, 30 years old', 'finish?=unknown-finish; base?=hardwood; water?=wipe; heat?=none'],
  ['banner good for 6 weeks', 'base?=polyester; heat?=none; asks 6'],
  ['drawer knobs, beech', 'base=hardwood; asks knobs; thing knobs?'],
  ['label for a jam jar', 'base?=glass-soda-lime; water?=handWash'],
  ['sign on a mirror', 'base=mirror; place?=indoors; water?=wipe; heat?=none'],
  ['sticker on the oak door', 'base=hardwood; place?=indoors; water?=wipe; heat?=none'],
  ['name on a laptop', 'base?=aluminium; water?=wipe; heat?=led'],
  ['cover of a smoke alarm', ''],
  ['frame for a mirror', 'base?=hardwood; place?=indoors; water?=wipe; heat?=none'],
  ['bowl of flumwood', 'water?=handWash; asks flumwood'],
  ['letters in flumwood on a board', 'base?=plywood; heat?=sun; asks flumwood'],
  ['a made of brass plate', 'base=brass; water?=handWash'],
  [
    'lettering through a stencil on a pine board, never outdoors',
    'base=softwood; place?=indoors; way=paint-stencil; heat?=none; not place exposed (never outdoors)',
  ],
  [
    'mug, dishwasher: never',
    'base?=ceramic-glazed; water?=handWash; heat?=hotDrink; not water dishwasher (dishwasher)',
  ],
  [
    'mug, no dishwasher, no candle',
    'base?=ceramic-glazed; water?=handWash; heat?=hotDrink; not water dishwasher (no dishwasher); not heat candle (no candle)',
  ],
  ['board not raw', 'base?=plywood; heat?=sun'],
  ['sign without varnish', 'base?=plywood; heat?=sun; not coat clear (without varnish)'],
  [
    'tray, not longer than a year, not only indoors',
    'lifeYears=1; base?=hardwood; water?=wipe; asks not only indoors | longer',
  ],
  ['board, not yet painted', 'ground kind=paint; base?=plywood; heat?=sun'],
  [
    'shelf, children: never',
    'children=no; base?=hardwood; place?=indoors; water?=wipe; heat?=none; not children yes (children)',
  ],
  ['board, food not allowed', 'food=none; base?=plywood; heat?=sun; not food food (food); asks allowed'],
  [
    'frosted bathroom window, seen from outside',
    'look=frosted; place=humid; seenFrom=outside; base?=glass-window; water?=wipe; heat?=none',
  ],
  [
    'white film inside a shop window, seen from outside',
    'design tone=light; design colour=white; seenFrom=outside; way=decal; base?=glass-window; water?=wipe; heat?=sun',
  ],
  [
    'jar, gold leaf lettering inside, held against the light',
    'look=metallic; base?=glass-soda-lime; water?=handWash; asks held',
  ],
  [
    'raw pine crate, to be stained dark, white lettering',
    'finish=none; base=softwood; ground kind=stain; ground tone=dark; design tone=light; design colour=white; place?=indoors; water?=wipe; heat?=none',
  ],
  [
    'crate, to be painted black first, then white letters through a stencil, clear coat on top',
    'ground kind=paint; ground tone=dark; ground colour=black; design tone=light; design colour=white; topcoat kind=clear; topcoat product=waterborne-clear; way=paint-stencil; base?=hardwood; place?=indoors; water?=wipe; heat?=none',
  ],
  ['oak sign, stained letters', 'base=hardwood; way=gel-stain-stencil; heat?=sun'],
  [
    'steel bottle, black powder coated, etched letters',
    'tone=dark; finish=powder-coat; way=strip-etch; look=bareMetal; base?=steel-stainless; water?=handWash; heat?=none',
  ],
  ['glass bowl etched with stars', 'base=glass-soda-lime; way=frost-etch; look=frosted; water?=handWash'],
  ['etched oak board', 'base=hardwood; heat?=sun; asks etched oak'],
  ['canvas bag, stencilled stars', 'way=fabric-stencil; base?=cotton; heat?=none'],
  ['coir mat, sprayed letters', 'way=pile-spray; base?=coir; place?=sheltered; heat?=none'],
  [
    'coir mat, stencilled, no spray',
    'way=pile-stipple; base?=coir; place?=sheltered; heat?=none; not how spray (no spray)',
  ],
  ['cotton and polyester shirt, iron-on name', 'base=polycotton; way=iron-on; laundryC?=40; heat?=none'],
  ['old painted door', 'finish?=unknown-finish; base?=hardwood; place?=indoors; water?=wipe; heat?=none'],
  ['antique oak chest', 'base=hardwood; finish?=unknown-finish; place?=indoors; water?=wipe; heat?=none'],
  ['old stoneware jug', 'base?=glaze-old; water?=handWash'],
  [
    'old painted door, painted 3 weeks ago',
    'finish=acrylic-paint; ageDays=21; base?=hardwood; place?=indoors; water?=wipe; heat?=none',
  ],
  ['varnished and waxed oak tray', 'finish=varnish-water; base=hardwood; finish=waxed; place?=indoors; water?=wipe'],
  ['waxed and varnished oak tray', 'finish=varnish-water; base=hardwood; finish=waxed; place?=indoors; water?=wipe'],
  [
    'oiled walnut bowl, lettering in white vinyl',
    'base=hardwood; design tone=light; design colour=white; way=decal; finish=oiled; water?=handWash',
  ],
  [
    'whole tray covered in film, lettering on top',
    'way=wrap; design 2 over=yes; design 2 way?=decal; base?=hardwood; place?=indoors; water?=wipe; designs design, lettering over 1',
  ],
  ['wooden spoon, burnt name', 'look=burnt; base?=hardwood; water?=handWash; heat?=none'],
  ['metal sign', 'base=metal-unknown; heat?=sun'],
  ['wooden box', 'base?=hardwood; place?=indoors; water?=wipe; heat?=none'],
  ['plastic tub, cloth bag', 'base?=pp; water?=wipe'],
  ['steel flask, dishwasher', 'base?=steel-stainless; water=dishwasher; heat?=none'],
  ['canvas shoes', 'base?=cotton; place?=exposed; heat?=none'],
  ['enamled steel mug', 'water?=handWash; heat?=hotDrink; asks enamled'],
  ['galvansied bucket', 'base?=steel-galvanised; place?=exposed; heat?=sun'],
  ['sing, oak', 'base=hardwood; asks sing; thing sing?'],
  [
    'ceramic tile, bathroom, wiped, lasts ten years',
    'lifeYears=10; base=ceramic-glazed; place=humid; water=wipe; asks tile; thing tile?',
  ],
  [
    'christening candle, glass, lit',
    'base=glass-soda-lime; place?=indoors; water?=none; heat?=candle; asks christening | lit',
  ],
  ['lantern, LED, candle', 'heat=led; base?=glass-soda-lime; water?=wipe'],
  ['garden marker, slate, outdoors, faces south', 'base=slate; place=exposed; heat?=sun; asks south'],
  ['stone step, walked on in socks, must not be slippery', 'base=stone-rough; wear=feet; grip=yes; heat?=none'],
  [
    'cutting board, walnut, washed by hand, lettering on the back',
    'base=hardwood; water=handWash; zone=underside; heat?=none',
  ],
  ['baby bib, cotton, washed at 60', 'laundryC=60; children=yes; base=cotton; heat?=none'],
  ['bracelet, leather, worn on the skin', 'base=leather; skin=yes; heat?=none; asks worn'],
  ['window decal, must come off again', 'mustComeOff=yes; way=decal; base?=glass-window; water?=wipe; heat?=sun'],
  ['wedding sign, acrylic, one day, indoors', 'base=pmma; place=indoors; heat?=none'],
  // a coat in a clause of its own may be there or still to do; before the thing, or with an age, it is there
  ['pine board, painted', 'base=softwood; finish?=acrylic-paint; heat?=sun'],
  ['pine board, painted and varnished', 'base=softwood; finish?=acrylic-paint; finish=varnish-water; heat?=sun'],
  ['painted pine board', 'finish=acrylic-paint; base=softwood; heat?=sun'],
  ['pine board, painted long ago', 'base=softwood; finish=acrylic-paint; ageDays=365; heat?=sun'],
  [
    'kitchen shelf, painted, greasy',
    'place=humid; finish?=acrylic-paint; condition=grease; base?=hardwood; water?=wipe; heat?=none',
  ],
  ['rusty iron gate, oily', 'condition=rust; base=steel-mild; condition=grease; place?=exposed; heat?=sun'],
  ['terracotta pot, sits on wet soil, outdoors', 'place=exposed; base?=terracotta; heat?=sun; asks sits | wet | soil'],
  ['stencil to be used again on 40 boards', 'quantity=40; base?=plywood; heat?=sun'],
  ['bathroom mirror, frosted border', 'look=frosted; base?=mirror; place?=humid; water?=wipe; heat?=none'],
  ['cover of a smoke alarm, oak', 'base=hardwood'],
  ['oak, seasoned for two years, board must last 5 years', 'lifeYears=5; base=hardwood; heat?=sun; asks seasoned'],
  ['sign, outdoors, 5 years', 'lifeYears=5; place=exposed; base?=plywood; heat?=sun'],
  ['bench, dried for 2 months, outdoors', 'place=exposed; base?=teak; heat?=sun; asks dried | 2'],
  ['two coats of oil on three oak trays', 'quantity=3; base=hardwood; place?=indoors; water?=wipe; asks oil'],
  ['oak cabinet, 9 years old', 'base=hardwood; place?=indoors; water?=wipe; heat?=none'],
  [
    'oak cabinet, 12 years old, painted',
    'base=hardwood; finish=acrylic-paint; ageDays=4383; place?=indoors; water?=wipe; heat?=none',
  ],
  [
    'oak cabinet, painted 12 years ago',
    'base=hardwood; finish=acrylic-paint; ageDays=4383; place?=indoors; water?=wipe; heat?=none',
  ],
  [
    'frame of pine for a picture, 40 by 50 cm, 2 cm thick',
    'widthMm=400; heightMm=500; base=softwood; place?=indoors; water?=wipe; heat?=none; kind rectangle widthMm 400 heightMm 500; asks 2 cm',
  ],
  [
    'banner, polyester, 3 m x 80 cm',
    'widthMm=3000; heightMm=800; base=polyester; heat?=none; kind rectangle widthMm 3000 heightMm 800',
  ],
  [
    'flag, 1.5 m by 90 cm',
    'widthMm=1500; heightMm=900; base?=polyester; place?=exposed; heat?=sun; kind rectangle widthMm 1500 heightMm 900',
  ],
  [
    'tray 400 x 300 x 40 mm',
    'widthMm=400; heightMm=300; base?=hardwood; place?=indoors; water?=wipe; kind rectangle widthMm 400 heightMm 300',
  ],
  [
    'board 12" x 8"',
    'widthMm=304.8; heightMm=203.2; base?=plywood; heat?=sun; kind rectangle widthMm 304.8 heightMm 203.2',
  ],
  ['jar 3/4" strokes', 'minStrokeMm=19.05; base?=glass-soda-lime; water?=handWash'],
  ['round sign, 40 cm across', 'diameterMm=400; shape=disc; base?=plywood; heat?=sun; kind disc diameterMm 400'],
  [
    'mirror 60 cm in diameter, frosted rim',
    'diameterMm=600; base=mirror; look=frosted; place?=indoors; water?=wipe; heat?=none; kind disc diameterMm 600; asks rim',
  ],
  [
    'lamp shade, top 20 cm across, bottom 40 cm across, 25 cm along the side',
    'topMm=200; footMm=400; slantMm=250; base?=lampshade; place?=indoors; kind cone topDiameterMm 200 bottomDiameterMm 400 slantMm 250',
  ],
  ['cup 250 ml', 'base?=ceramic-glazed; water?=handWash; heat?=hotDrink; asks 250 ml'],
  ['letters 40 mm tall on a gate', 'designHeightMm=40; base?=steel-mild; place?=exposed; heat?=sun'],
  ['strokes from 2 mm', 'minStrokeMm=2'],
  ['thinnest strokes about 0.6 mm', 'minStrokeMm=0.6'],
  ['300 islands', 'islands=300'],
  ['washed hot at 95', 'laundryC=95'],
  ['washed at 100', 'water=handWash; asks 100'],
  ['machine washable at 30°, shirt', 'laundryC=30; base?=cotton; heat?=none'],
  ['-5 degrees', 'heatC=-5'],
  ['oven at 180 c', 'heatC=180; base?=steel-mild; water?=wipe'],
  ['box, 30 °C wash', 'laundryC=30; base?=hardwood; place?=indoors; water?=wipe; heat?=none; asks wash'],
  ['batch of 40: tokens', 'quantity=40; asks tokens; thing tokens?'],
  ['in total 12 bottles', 'base?=pe; water?=handWash; heat?=none; asks 12'],
  ['10 off slate tiles', 'quantity=10; base=slate; asks tiles; thing tiles?'],
  ['make 15 keyrings', 'quantity=15; base?=hardwood; place?=indoors; water?=none; heat?=none'],
  ['20 please', 'quantity=20'],
  ['hooks 3 per board, 6 boards', 'quantity=6; base?=plywood; heat?=sun; asks 3'],
  ['one pair of skis', 'quantity=2; base?=hardwood; heat?=none'],
  ['a couple of oak stools', 'quantity=2; base=hardwood; water?=wipe; heat?=none'],
  ['dozen glasses', 'quantity=12; base=glass-soda-lime'],
  ['2 dozen mugs', 'quantity=24; base?=ceramic-glazed; water?=handWash; heat?=hotDrink'],
  ['twenty-one slate hearts', 'quantity=21; base=slate'],
  ['minus 10 °C in winter, gate', 'heatC=-10; place=exposed; base?=steel-mild'],
  ['freezer box, −18 °C', 'heatC=-18; base?=pp; water?=handWash'],
  ['letters on 2 lines, oak', 'base=hardwood; asks 2'],
  ['stickers on 12 jam jars', 'quantity=12; base?=glass-soda-lime; water?=handWash'],
  ['text on three sides of a box', 'base?=hardwood; place?=indoors; water?=wipe; heat?=none'],
  ['mug, not only washed by hand', 'base?=ceramic-glazed; heat?=hotDrink; asks not only washed by hand'],
  ['shelf, not only in the bathroom', 'base?=hardwood; water?=wipe; heat?=none; asks not only in the bathroom'],
  ['not only a sign, oak, outdoors', 'base=hardwood; place=exposed; heat?=sun'],
  ['oak board, painted today', 'base=hardwood; finish=acrylic-paint; ageDays=0; heat?=sun'],
  ['oak board, oiled last night', 'base=hardwood; ageDays=1; finish=oiled; heat?=sun'],
  ['oak board, varnished last week', 'base=hardwood; finish=varnish-water; ageDays=4; heat?=sun'],
  ['oak board, painted last month', 'base=hardwood; finish=acrylic-paint; ageDays=26; heat?=sun'],
  ['oak board, painted last year', 'base=hardwood; finish=acrylic-paint; ageDays=330; heat?=sun'],
  ['oak board, painted last autumn', 'base=hardwood; finish=acrylic-paint; ageDays=30; heat?=sun'],
  ['oak board, painted years ago', 'base=hardwood; finish=acrylic-paint; ageDays=730; heat?=sun'],
  ['oak board, painted ages ago', 'base=hardwood; finish=acrylic-paint; ageDays=365; heat?=sun'],
  ['oak board, painted months ago', 'base=hardwood; finish=acrylic-paint; ageDays=61; heat?=sun'],
  ['oak board, painted weeks ago', 'base=hardwood; finish=acrylic-paint; ageDays=14; heat?=sun'],
  ['oak board, varnished 3 days ago', 'base=hardwood; finish=varnish-water; ageDays=3; heat?=sun'],
  ['oak board, stained a month ago', 'base=hardwood; finish=stain; ageDays=30; heat?=sun'],
  ['sign, 1 winter', 'lifeYears=1; place?=exposed; base?=plywood; heat?=sun'],
  ['sign, three seasons', 'lifeYears=1.5; base?=plywood; heat?=sun'],
  ['sign for 6 months', 'lifeYears=0.5; base?=plywood; heat?=sun'],
  ['sign, 0.5 years', 'lifeYears=0.5; base?=plywood; heat?=sun'],
  ['sign, 300 years', 'base?=plywood; heat?=sun; asks 300'],
  ['sign by 26.11.', 'base?=plywood; heat?=sun; asks 26.11'],
  ['sign by 25.11.', 'base?=plywood; heat?=sun; asks 25.11'],
  ['sign by 24.11.', 'base?=plywood; heat?=sun; asks 24.11'],
  ['sign by 24.11.2025', 'base?=plywood; heat?=sun; asks 24.11.2025'],
  ['sign by 3 March', 'due=2027-03-03T12:00:00.000Z; base?=plywood; heat?=sun'],
  ['sign in 3 weeks', 'due=2026-12-17T12:00:00.000Z; base?=plywood; heat?=sun'],
  ['sign for Friday', 'due=2026-11-27T12:00:00.000Z; base?=plywood; heat?=sun'],
  [
    'sign ready on the 5th of December, sooner if you can',
    'due=2026-12-05T12:00:00.000Z; base?=plywood; heat?=sun; asks sooner',
  ],
  ['sign on the 5th of December', 'base?=plywood; heat?=sun; asks 5th | December'],
  ['sign by easter', 'base?=plywood; heat?=sun; asks easter'],
  ['sign until midsummer', 'due=2027-06-21T12:00:00.000Z; base?=plywood; heat?=sun'],
  ['gift for my 12 year old', 'children=yes'],
  ['gift for my 13 year old', ''],
  ['2 year old oak board', 'base=hardwood; heat?=sun'],
  ["brass plates, kids' names", 'base=brass; children=yes; water?=handWash'],
  ['board (oak) – outdoors; wiped', 'base=hardwood; place=exposed; water=wipe; heat?=sun'],
  ['board, oak / pine', 'base=hardwood; heat?=sun; asks pine'],
  ['terracota pot', 'base?=terracotta; place?=exposed; heat?=sun'],
  ['sltae sign', 'base?=slate; heat?=sun'],
  ['hardwod board', 'base?=hardwood; heat?=sun'],
  ['oxk board', 'heat?=sun; asks oxk'],
  ['oak board, painted last winter', 'base=hardwood; finish=acrylic-paint; ageDays=30; heat?=sun'],
  ['oak board, painted long ago', 'base=hardwood; finish=acrylic-paint; ageDays=365; heat?=sun'],
  ['100001 islands', 'asks 100001'],
  ['brass letters on an oak board', 'base=brass; heat?=sun; asks oak'],
  ['oak frame, pine back', 'base=hardwood; place?=indoors; water?=wipe; heat?=none; asks pine'],
  ['oak wood board', 'base=hardwood; heat?=sun'],
  ['shirt, washed at 20 °C', 'laundryC=20; base?=cotton; heat?=none'],
  ['shirt, washed at 19 °C', 'water=handWash; base?=cotton; heat?=none; asks 19 °C'],
  ['shirt, washed at 95 °C', 'laundryC=95; base?=cotton; heat?=none'],
  ['shirt, washed at 96 °C', 'water=handWash; base?=cotton; heat?=none; asks 96 °C'],
  ['shirt, wash at 95', 'laundryC=95; base?=cotton; heat?=none'],
  ['shirt, washed at 19', 'water=handWash; base?=cotton; heat?=none; asks 19'],
  ['sign, 100 years', 'lifeYears=100; base?=plywood; heat?=sun'],
  ['sign, 101 years', 'base?=plywood; heat?=sun; asks 101'],
  ['pipe cover, 400 °C', 'heatC=400; asks pipe'],
  ['pipe cover, 401 °C', 'asks pipe | 401 °C'],
  ['freezer lid, -30 °C', 'heatC=-30'],
  ['freezer lid, -31 °C', 'asks 31 °C'],
  ['oak board, stain through a stencil', 'base=hardwood; way=gel-stain-stencil; heat?=sun'],
  ['oak board, dark stain lettering', 'base=hardwood; design tone=dark; way=gel-stain-stencil; heat?=sun'],
  ['oak board, paint through a stencil, varnish', 'base=hardwood; topcoat kind=clear; way=paint-stencil; heat?=sun'],
  [
    'board, never put in the big wet garden',
    'place?=indoors; base?=plywood; heat?=none; not place exposed (never put in the big wet garden); asks wet',
  ],
  [
    'board, never put away in the very big wet rainy garden',
    'place=exposed; base?=plywood; heat?=sun; asks away | wet | rainy',
  ],
];

test.each(ROWS)('%s', (line, tells) => expect(told(describePiece(line, all, '2026-11-26T09:00:00Z'))).toBe(tells));

test('chips show what was read in words, and the words that it came from', () => {
  const some = ROWS.filter((_, index) => index % 6 === 0).map(([line]) => line);
  const chips = some.flatMap((line) => [
    line,
    ...describePiece(line, all, '2026-11-26T09:00:00Z').chips.map(
      ({ field, label, from, isGuess }) => `  ${field}: ${label} ← ${from}${isGuess ? ' ?' : ''}`,
    ),
  ]);
  expect(`\n${chips.join('\n')}\n`).toMatchSnapshot();
});

test('without a day to count from, no date is read and an age that hangs on it is the least', () => {
  const read = (line: string) => told(describePiece(line, all));
  expect(read('oak board, painted last month, by 12 December')).toBe(
    'base=hardwood; finish=acrylic-paint; ageDays=1; heat?=sun; asks 12 | December',
  );
});

describe('words as they are compared', () => {
  test.each([
    ['Colors', 'colour'],
    ['mugs', 'mug'],
    ['glass', 'glass'],
    ['boss', 'boss'],
    ["kid's", 'kid'],
    ["kids'", 'kid'],
    ['gas', 'gas'],
    ['gray', 'grey'],
    ['boxes', 'box'],
  ])('%s is %s', (word, norm) => expect(normOf(word)).toBe(norm));

  test('stand in clauses that commas, brackets, dashes and a "but" part; a hyphen parts words only', () => {
    const clauses = (text: string) => tokensOf(text).map(({ text: word, clause }) => `${word} ${clause}`);
    expect(clauses('oak board, hand-washed (daily) but dry')).toEqual([
      'oak 0',
      'board 0',
      'hand 1',
      'washed 1',
      'daily 2',
      'but 3',
      'dry 3',
    ]);
    expect(clauses('a. b - c / d 3.5 e')).toEqual(['a 0', 'b 1', 'c 2', 'd 3', '3.5 3', 'e 3']);
    expect(tokensOf(' oak board')[1]).toMatchObject({ start: 5, end: 10 });
    expect(normsOf('Oak Boards')).toEqual(['oak', 'board']);
  });

  test.each([
    ['galvansied', ['galvanised']],
    ['sltae', ['slate']],
    ['thick', []], // a word of the language
    ['oxk', []], // too short to be sure
    ['hardw0od', []],
    ['slat', ['slate', 'seat', 'slab']],
  ])('%s may be a misspelling of %j', (word, meant) => expect(corrections(word, vocabularyOf(all))).toEqual(meant));
});

describe('a line as it is read', () => {
  test.each([
    ['twenty-four plaques', '24 plaques'],
    ['half a dozen mugs', '6 mugs'],
    ['a dozen of mugs', '12 mugs'],
    ['two and a half dozen', '30'],
    ['3 dozen mugs', '36 mugs'],
    ['a pair of skis', '2 skis'],
    ['two pairs of skis', '4 skis'],
    ['lasts a winter', 'lasts 1 winter'],
    ['first of two', 'first of 2'],
    ['5” wide, bob’s', '5" wide, bob\'s'],
  ])('%s: %s', (line, text) => expect(written(line).text).toBe(text));

  test('knows where each letter was typed, and ends after four hundred', () => {
    const { text, typed, from, to } = written('Two dozen MUGS');
    expect([text, from.length, to.length]).toEqual(['24 mugs', text.length, text.length]);
    expect(typed.slice(from[0], to[1])).toBe('Two dozen');
    expect(typed.slice(from[3], to[6])).toBe('MUGS');
    expect(written('x'.repeat(MAX_LINE + 1)).text.length).toBe(400);
  });
});
