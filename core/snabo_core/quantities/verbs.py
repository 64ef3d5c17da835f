"""The verbs of cooking by which a step is told from a food."""

from __future__ import annotations

# Verbs that open a step and are no food.
STEP_VERBS = frozenset(
    """
brown sweat scatter heat preheat mix stir add bake cook fry melt peel chop simmer pour whisk put
place season serve spread drain bring remove turn combine meanwhile sprinkle leave let set make
beat cover transfer return warm fold wash share enjoy blend saute sauté soften reduce check taste
arrange layer line grease brush slice dice cut grate press squeeze wring soak boil
roast grill knead roll shape form divide rest chill refrigerate freeze allow repeat continue
adjust discard reserve garnish finish begin start first then next finally lastly once
while when after before working using in on over to lift spoon ladle scoop tip toss
wilt sear deglaze scrape dissolve rub coat dip dredge crack break separate whip puree purée mash
crush pound trim rinse pat dry toast reheat thaw defrost microwave steam poach braise stew
broil scramble flip invert unmold unmould cool decorate drizzle top store keep
assemble stuff fill tie truss skewer marinate strain sift sieve prepare wait
bloom build butterfly crimp devein dilute douse drape dress dunk dust ease empty
enrich flatten flick float fluff hang hollow immerse infuse liquidise liquidize nudge
overlap parboil pare perch pipe pleat plunge process prod push refresh release rewarm rotate
scald scrub seal shave singe slake slather slide slip slit slosh smother snip spatchcock
steep stretch strew submerge temper tenderise tenderize thicken thread tilt tumble
unfold unroll unwrap whirl wipe
blanch halve tuck shake baste colour color caramelise caramelize pick pull grab carve pop stick whack shove sling drop tear smash loosen weigh measure render gather dampen moisten poke scrunch massage swish lay
bind blitz whizz whiz flake nestle pile shred stack chuck bung plonk open close uncover insert test pierce prick score stand swirl work throw dump bury smear
""".split()
)
# Words that are a verb only before what it is done to: "Quarter the mushrooms", "Juice the lemon".
VERBS_BEFORE_THE = frozenset(
    """
barbecue batter blacken bone bread bubble cap char clean core cream crisp cross crown crumble cube
curl cure dab dollop dot draw fan fillet fit flute glaze grind heap juice julienne level lid light lower mince
mould mound pack pass pickle pinch pit plate portion pulse quarter raise rice ripple round sandwich
seed shell shock skim skin slash smoke smooth snap spike spin splash split squash strip stud thin
trickle twist wedge weave wrap zest
salt pepper butter oil flour crumb water sauce cheese stock
""".split()
)
# Step verbs that are foods or adjectives at the head of an ingredient line too.
AMBIGUOUS = frozenset(
    """
mash top dry cool warm roast toast grill slice press set line crush roll stew dip cut chop mix
cover rub season form steam dressing butter oil salt pepper flour crack crumble shape whip stuff
flake work stand pick pop stick drop in on over to first once while using before after score broil
""".split()
)
# What begins an order ("In a bowl ...", "Then the leeks"), and within a sentence tells nothing.
LINKS = {"in", "on", "over", "to", "first", "then", "next", "finally", "lastly", "once", "while",
         "when", "after", "before", "using", "meanwhile"}  # fmt: skip
# Verbs that order something with one food behind them: "cook rice", "drain pasta".
OF_ONE_FOOD = frozenset(
    "cook boil fry simmer drain soak melt bake preheat whisk wilt sauté saute".split()
)
# Verbs that no ingredient line begins with.
COMMANDS = STEP_VERBS - AMBIGUOUS
