"""Sentences for the cook: the core returns a code and values, this module makes the words."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

Value = str | float
KJ_PER_KCAL = 4.184


@dataclass(frozen=True)
class Message:
    """A template id and its values, to be worded by `say`."""

    code: str
    values: Mapping[str, Value] = field(default_factory=dict)


TEMPLATES: dict[str, str] = {
    # why a line weighs what it weighs
    "weight_written": "as weighed",
    "weight_maybe_before_trimming": "as written; less if that was weighed before trimming",
    "weight_as_bought": "as bought; about {share:%} of it is eaten, common practice",
    "water_unmeasured": "water without an amount weighs nothing on the plate",
    "package_written": "{each} g each, as written",
    "can_drained": "about {share:%} of {each} g is left when drained; common practice",
    "volume_by_density": "{count} {unit} {form} at {grams} g; "
    "usual weight of a cup, common practice",
    "count_by_measure": "1 {unit} at {grams} g; {source}",
    "part_goes_in": "{whole}; about {share:%} of that goes in, common practice",
    "by_width": "{whole}; {share:.1f} times that for its width, as heavy as its area",
    "to_taste": "to taste; a usual amount is assumed, common practice",
    "typed": "typed by you",
    "no_density": "nobody here knows what a cup of {food} weighs; type the grams",
    "no_package_size": "how much is in the {unit} of {food}? Type the grams",
    "no_count": "what does one {food} weigh? Type the grams",
    "no_piece": "what does one {unit} of {food} weigh? Type the grams",
    "too_much": "that would be more {food} than a dish holds; type the grams",
    "no_batch": "how much is that? Type the grams of {food}",
    "no_amount": "the recipe gives no amount of {food}; type the grams",
    "no_food": "choose the food first",
    "scaled": "scaled to this dish",
    "instead_of": "instead of {food}, converted; common practice",
    # standings
    "meets_most": "{spare} {unit} spare",
    "meets_least": "{spare} {unit} more than needed",
    "meets_most_at_least": "{spare} {unit} or more to spare",
    "meets_least_at_least": "{spare} {unit} or more above what is needed",
    "exactly": "exactly at the limit",
    "over": "{amount} {unit} over",
    "short": "{amount} {unit} short",
    "over_at_least": "{amount} {unit} or more over",
    "short_at_least": "{amount} {unit} or more short",
    "likely_meets": "likely meets, {chance:%}",
    "likely_misses": "likely misses, {chance:%}",
    "cannot_tell": "cannot tell: {nutrient} of {food} is unknown",
    "cannot_tell_label": "cannot tell: the label of {food} rounds its {nutrient}",
    "within_tolerance": "{amount} {unit} past, within the {allowed} {unit} you allow",
    "cannot_tell_grams": "cannot tell: nobody knows how much {food}",
    "no_limit": "no limit set",
    "limit_blamed": "{limit}, most from {food}",
    "limits_more": ", and {count} more missed",
    # exclusions
    "contains": "contains {what}: {food}",
    "may_contain": "may contain traces of {what}: {food}",
    "check_label": "check the label of {food} for {what}",
    "unknown": "nobody has looked whether {food} holds {what}",
    "other_would_do": "the recipe's other choice, {food}, would do",
    "option_in": "In: {costs} a serving",
    "option_out": "Out. It would bring {costs} a serving",
    "option_in_unmeasured": "In, though nobody says how much of it",
    "option_out_unmeasured": "Out, as nobody says how much of it",
    "salt_usual": "{salt} g of salt in 100 g of the dish, as usual ({low} to {high} g)",
    "salt_less": "{salt} g of salt in 100 g of the dish, less than usual ({low} to {high} g)",
    "salt_more": "{salt} g of salt in 100 g of the dish, more than usual ({low} to {high} g)",
    "salt_unknown": "At least {salt} g of salt in 100 g of the dish; nobody knows how much more",
    "salt_usual_base": "{salt} g of salt in 100 g of the dish, as usual; the {top} is salty "
    "({top_salt} g), so {room} g in 100 g of the {base} is enough",
    "salt_less_base": "{salt} g of salt in 100 g of the dish, less than usual; the {top} is salty "
    "({top_salt} g), so {room} g in 100 g of the {base} is enough",
    "salt_more_base": "{salt} g of salt in 100 g of the dish, more than usual ({low} to {high} g); "
    "the {top} is salty ({top_salt} g): {room} g in 100 g of the {base} is enough",
    "left_out": "left out, not settled: {food} may hold {what}",
    "tolerated": "{grams} g of {what}, within the {allowed} g tolerated",
    # a run sheet that cannot be
    "sheet_time": "No sheet was found in the time there was, and none was ruled out",
    "sheet_none": "Some task takes longer than there is time for",
    "sheet_never": "These cannot be kept together, however late it is served: {rules}",
    "sheet_not_then": "These cannot be kept together: {rules}. The earliest serving is minute "
    "{earliest}",
    "sheet_serve_at": "serving at minute {minute}",
    "sheet_now": "nothing new starts before minute {minute}",
    "sheet_oven": "the oven needs its time to change its temperature",
    "sheet_capacity": "there is {count} {what}",
    "sheet_oven_on": "Oven on, {c} °C",
    "sheet_free": "free for {minutes} min",
    "sheet_other_heat": "at {c} °C instead of {own} °C, to share the oven: about {minutes} min, "
    "an estimate; look earlier",
    "sheet_guessed_heat": "the recipe does not say how hot; {c} °C is usual",
    "sheet_by_hand": "by hand, since this kitchen has no machine for it",
    "sheet_on_a_ring": "in a pan, since this kitchen has no microwave",
    "sheet_overnight": "soaked overnight in cold water",
    "sheet_hot": "soaked for a short while in hot water",
    "sheet_thaw_water": "in cold water, tightly packed; change the water every 30 minutes, then "
    "cook it at once",
    "sheet_thaw_fridge": "in the fridge overnight",
    "sheet_proven": "Nothing can be shorter: no order of work does it in {less} min",
    "sheet_gap_left": "No order of work does it in less than {bound} min; this one takes {minutes}",
    "sheet_waits_longer": "Something has to wait: up to {minutes} min longer than it is at its "
    "best. Keep it warm, covered",
    "sheet_pins_give_way": "What you pinned cannot stay, since {causes}",
    "sheet_pins_cannot": "What you pinned cannot stay",
    "sheet_not_by": "{wished} cannot be kept; {earliest} is the earliest",
    "sheet_not_by_since": "{wished} cannot be kept, since {causes}; {earliest} is the earliest",
    "stove_on_time": "on the table at {at}, on time",
    "stove_late": "on the table at {at}, {minutes} min later than planned",
    "stove_early": "on the table at {at}, {minutes} min earlier than planned",
    "added_line": "{grams} g {food}",
    "added_breaks": "{who}: {limit} {words}",
    "added_barred": "{who}: {words}",
    # runs and what was said of them
    "run_servings": "for {now} instead of {was}",
    "run_step_words": "step now: {now}",
    "run_step_gone": "without the step: {was}",
    "run_no_longer_here": "no longer at this table",
    "celsius": "{celsius} °C in the middle",
    # what comes next with a dish
    "next_stove": "on the stove",
    "next_share": "share it out",
    "next_settle": "settle its doubtful lines",
    "next_steps": "write down its steps",
    "next_swap": "choose a stand-in",
    "next_fit": "make it fit everybody",
    "next_plan": "plan the evening",
    # the shelf
    "keeps_fridge": "{days} in the fridge for {kind}",
    "keeps_freezer": "{days} in the freezer for {kind}, while it tastes as it should",
    "keeps_cupboard": "{days}, dry and closed, for {kind}",
    "keeps_untried": "nobody here has frozen this; the shortest of all counts, {days}",
    "keeps_thawed": "thawed: the days it had left when it was frozen",
    "keeps_said": "the day on the packet, or yours",
    "freezing_well": "It freezes well.",
    "freezing_changes": "It can be frozen, and comes out changed.",
    "freezing_badly": "It does not freeze well.",
    "freezing_untried": "Nobody here has tried to freeze it.",
    "freezing_once": "It has been frozen once: not again.",
    "shelf_line": "{grams} g {what}, from the shelf",
    "shelf_thaw": "Thaw the {what} in the fridge overnight, or an hour in cold water, "
    "tightly packed",
    "shelf_heat_oven_covered": "Heat the {what} again in the oven, covered, so that it stays soft",
    "shelf_heat_oven_open": "Heat the {what} again in the oven, open, so that it crisps",
    "shelf_heat_pan_covered": "Heat the {what} again in a pan, covered, with a spoon of water",
    "shelf_heat_pan_open": "Heat the {what} again in a hot pan, open, so that it dries",
    "shelf_heat_microwave_covered": "Heat the {what} again in the microwave, covered",
    "shelf_heat_microwave_open": "Heat the {what} again in the microwave, open",
    "shelf_heat_steam_covered": "Steam the {what} until it is hot again",
    "shelf_heat_steam_open": "Steam the {what} until it is hot again",
    "shelf_heat_until": "it steams all through: 74 °C in the middle",
    "shelf_no_grams": "How many grams are that? More than nothing, and at most 50 kg.",
    "shelf_no_food": "Nobody here knows what is in {what}, so no dish can count it. Say "
    "it on the Shelf, under Change.",
    "shelf_no_pieces": "How many pieces are that? More than none.",
    "shelf_not_yet": "That day is still to come: nothing can be kept before it is made.",
    "shelf_no_cupboard": "{kind} does not keep in the cupboard: fridge or freezer.",
    "shelf_past": "That was to be eaten by {by}. It does not go on the shelf any more.",
    "shelf_freeze_late": "That was to be eaten by {by}; the freezer makes nothing fresh again.",
    "shelf_too_much": "Only {grams} g of it are left. Weigh again, or take less.",
    "shelf_nothing": "Nothing of it is left: somebody has taken the last.",
    "shelf_too_late": "It was to be eaten by {by}; now it can only be thrown away.",
    "shelf_there_fridge": "It is in the fridge already.",
    "shelf_there_freezer": "It is in the freezer already.",
    "shelf_there_cupboard": "It is in the cupboard already.",
    "shelf_frozen_once": "It has been frozen once. Eat it, or cook it into something first.",
    "left_fridge": "in the fridge; eat it by {by}, heated through to 74 °C",
    "left_freezer": "in the freezer; best by {by}, heated through to 74 °C",
    "left_cupboard": "in the cupboard; eat it by {by}",
    "left_gone": "put on the shelf, and used since",
    "left_thrown_away": "thrown away",
    "said_too_wet": "too wet",
    "said_right": "just right",
    "said_too_dry": "too dry",
    "said_held": "held together",
    "said_fell_apart": "fell apart",
    "said_very_good": "tasted very good",
    "said_good": "tasted good",
    "said_not_good": "did not taste good",
    "said_again_yes": "would have it again",
    "said_again_changed": "would have it again, changed",
    "said_again_no": "would not have it again",
    "verdict_band": "it went on with {share:%} water; {low:%} to {high:%} works here",
    "offer_added": "put {what} into the recipe",
    "offer_minutes": "“{step}”: {took} min instead of {low}",
    "step_lasting": "{step}, {minutes} minutes",
    "probe_to": "in the middle {target} °C; colour is no proof",
    "probe_done": "{shown} °C in the middle: done ({target} °C)",
    "probe_not_yet": "{shown} °C in the middle, {more} °C to go to {target} °C: put it back",
    "stove_from_step": "what step {step} made",
    "stove_half_way": "half way: {words}",
    "sheet_cannot": "This cannot be cooked here, since {causes}",
    "sheet_since_no": "this kitchen has no {what}",
    "sheet_since_hands": "there is one pair of hands",
    "sheet_since_cooks": "there are {count} cooks",
    "sheet_since_oven": "the oven needs its time to get hot",
    "sheet_since_shelf": "the oven has room for {count}",
    "sheet_since_ring": "there are {count} rings",
    "sheet_since_machine": "there is {count} {what}",
    "sheet_since_now": "some of it has not begun yet",
    "sheet_since_stands": "“{what}” may wait for {minutes} min at most",
    "sheet_since_chain": "one thing follows another from “{first}” to “{last}”",
    "sheet_since_long": "“{first}” takes {minutes} min",
    "sheet_ahead": "{part}{jobs}, {minutes} min of work less in the evening",
    "sheet_ahead_up_to": "{part}all up to {jobs}, {minutes} min of work less in the evening",
    "sheet_keeps_day": "keeps a day in the fridge",
    "sheet_keeps_days": "keeps {days} days in the fridge",
    "sheet_gap_least": "{least} min or more from {before} to {after}",
    "sheet_gap": "{least} to {most} min from {before} to {after}",
    # ways: what to change so that everybody can eat it
    "way_instead": "{name} instead of {was}",
    "way_offered": "{name}, which the recipe offers, instead of {was}",
    "way_back": "{was} as the recipe has it",
    "way_half": "half of the {was}",
    "way_out": "no {was}",
    "way_grams": "{grams} g {name} instead of {was} g",
    "way_eggs": "{grams} instead of {was}",
    "way_portion": "{share:%} of a portion, {grams} g, for {name}",
    "way_servings": "{count} servings out of the pot instead of {was}",
    "way_fits_with": "fits with {changes}",
    "way_all_fit_with": "Everybody could have it with {changes}.",
    "way_none_pinned": "nothing makes it fit while what is pinned stays",
    "way_none_fits": "nothing in the book makes it fit",
    "way_none_for_all": "No one dish fits everybody here.",
    "way_nothing": "nothing changed",
    "way_more": "{changes} and {count} more changes",
    "way_one_more": "{changes} and one more change",
    "way_smaller": "less for {name}",
    "way_larger": "more for {name}",
    "way_less_of": "less {name}",
    "way_more_of": "more {name}",
    "way_figure": "{figure} {unit} {label} for {name}",
    "way": "{changes}: {figures}.",
    "way_longer": "{minutes} min longer",
    "way_quicker": "{minutes} min less",
    "way_why_less": "takes {amount} {unit} {label} off {name}’s portion",
    "way_why_more": "gives {name} {amount} {unit} more {label}",
    "way_why_holds": "the {food} holds {what}, which {name} leaves out",
    "way_why_rest": "makes room for the other changes",
    "way_with_note": "{why}; {note}",
    "way_breaks_variant": "the variant of {name} would no longer suit: part the dish anew",
    "way_fits_some": "{names} can have this as it is.",
    "way_fits": "Everybody eating can have this dish as it is.",
    "way_nobody": "Choose who eats first: a way is found for the people at the table.",
    "way_open": "Nobody knows yet how much {line} weighs or what it is. Settle that line: then "
    "ways can be promised.",
    "way_open_more": "{open} {count} more lines are open too.",
    "way_missed": "{name}: {label} {words}",
    "conflict_alone_most": "{name}’s {label} cannot come under {limit} {unit}: at best it is "
    "{nearest} {unit}{holding}.",
    "conflict_alone_least": "{name}’s {label} cannot reach {limit} {unit}: at best it is {nearest} "
    "{unit}.",
    "conflict_pass": "; {lines} alone pass it",
    "conflict_most_from": "; most is from {lines}",
    "conflict_line": "{food} {amount} {unit}",
    "conflict_together": "These cannot all be kept in one dish: {limits}.",
    "conflict_most": "{name} at most {limit} {unit} {label}",
    "conflict_least": "{name} at least {limit} {unit} {label}",
    "conflict_stays": "{name}: {breach}, and nothing here does its work without.",
    "conflict_unknown": "{name}: {words}.",
    "conflict_time": "No way was found in the time there is. Pin less, or change one part by hand "
    "and ask again.",
    "help_portion": "of the nearest below {grams} g would fit {name}.",
    "help_food": "something for the {food} with at most {amount} {unit} {label} in 100 g would do.",
    "help_unpin": "it would fit if what is pinned could change.",
    "help_apart": "it would fit the others if {name} had something else.",
    # what of an egg's work another food does
    "does_bind": "binds",
    "does_lift": "lifts",
    "does_richness": "makes it rich",
    "does_no_bind": "does not bind",
    "does_no_lift": "does not lift",
    "does_no_richness": "is not rich",
    # a dish of another size
    "size_follows": "{was} becomes {now}",
    "size_holds": "{was} stays",
    "size_eggs_hold": "{was} stays: within a quarter eggs do not change",
    "size_eggs": "{was} becomes {now}: {eggs}",
    "size_as_written": "as the recipe has it",
    "size_thicker": "In the same dish it lies {thicker} times as thick: it bakes about {low} to "
    "{high} times as long, an estimate. Go by the look and the heat in the middle.",
    "size_thinner": "In the same dish it lies {thicker} times as thick: look after {low} to {high} "
    "times the minutes, an estimate.",
    "size_as_thick": "It lies as thick as before and bakes as long: go by the look.",
    "size_batches": "It fills your {pan} {count} times: bake it in {count} batches, each as long "
    "as before where it lies as thick.",
    "size_fits": "Your {pan} holds it.",
    "size_season": "Salt and hot spices: put in three quarters of it first, and taste.",
    "size_pan_on_ring": "On the ring more takes longer to come to heat, and a crowded pan stews: "
    "brown it in {count} goes.",
    # why a stand-in stands where it does
    "not_for": "Not for {name}: {breach}.",
    "suits_all": "Suits everyone eating.",
    "tired_of": "You said not again: {family}.",
    "without": "No {appliance} here: {instead}",
    "base_dry": "The toppings set {water} g of water free on 100 cm²: the base stays crisp.",
    "base_right": "The toppings set {water} g of water free on 100 cm²: the base takes that.",
    "base_wet": "The toppings set {water} g of water free on 100 cm²: the middle goes soft.",
    "base_soggy": "The toppings set {water} g of water free on 100 cm²: the base goes to pieces.",
    "base_most": "Up to {grams} g of {food} and no more.",
    "base_first": "Even without the {food} it is too much: cook what lies on it dry first, or "
    "take the drier ones.",
    "base_heavy": "They weigh {weight} g on 100 cm², more than the {carries} g it carries in the "
    "hand: serve it with a fork.",
    "one_egg": "1 egg",
    "whole_eggs": "{count} eggs",
    "part_of_an_egg": "beaten, part of one",
    "eggs_and_rest": "{count} and {rest} g of another, beaten",
    "binding": "{eggs} eggs’ worth of binding: {hold}",
    "offer": "{role}: {grams} g {food}",
    "offer_of_several": "{role}: {grams} g, {food} and {more} more",
    "already": "This {role} is a swap already: {name}.",
    "covers": "Covers {area} cm²: a round of {round} cm, a square of {square} cm or a sheet of "
    "{long} by {short} cm",
    "covers_thick": "{covers}, {thickness} mm thick",
    "fits_pan": "{thick}; in your {pan} it lies {lies} mm thick",
    "layers_in": "{covers}; {layers} whole layers in your {pan}, {left} cm² left over",
    "or_rolls": "{laid}; or {rolls} rolls of 12 cm",
    "a_slice": "A slice of {grams} g has {net} g net carbs",
    "a_piece": "A piece of {grams} g has {net} g net carbs",
    "a_spoon": "A tablespoon, {grams} g, has {net} g net carbs",
    "base_blot": "Blot the {food} between papers before it goes on.",
    "in_wells": "Fills {wells} wells of your {pan} with {grams} g each, {net} g net carbs a piece",
    "makes_pieces": "Makes {pieces} of {grams} g each",
    "makes_one": "Makes one of {grams} g",
    "fills": "Fills {amount} ml on the plate",
    "keeps_days": "{low} to {high} days",
    "keeps_exactly_days": "{low} days",
    "keeps_a_day": "a day",
    "keeps_months": "{low} to {high} months",
    "keeps_exactly_months": "{low} months",
    "keeps_a_month": "a month",
    "nobody_tried": "nobody here has tried",
    "warm_oven": "in the oven at {celsius} °C, {cover}, {minutes} min",
    "warm_pan": "in a pan, {cover}, {minutes} min",
    "warm_microwave": "in the microwave, {cover}, {minutes} min",
    "warm_steam": "over steam, {minutes} min",
    "warm_cold": "eaten cold",
    "hold_crumbles": "crumbles",
    "hold_fork": "needs a fork",
    "hold_slice": "lifts as a slice",
    "hold_rubbery": "is rubbery",
    "suits_some": "Suits {names}.",
    "suits_but_for_the_rest": "Nothing in it stands in the way; something else in the dish does.",
    "missed_one": "One limit missed.",
    "missed_some": "{count} limits missed.",
    "elsewhere": "For {name} the rest of the dish {breach}. No stand-in changes that.",
    "starchiest": "The {role} carries {net} of {whole} g",
    "starchiest_of_part": "The {role} in “{part}” carries {net} of {whole} g",
    "starchiest_alone": "The {role} carries {net} g",
    "starchiest_of_part_alone": "The {role} in “{part}” carries {net} g",
    "change_unknown": "{figure} cannot be told",
    "weigh_what_goes_in": "Weigh what goes in.",
    # the method as it is cooked now
    "share_half": "half",
    "share_third": "a third of",
    "share_two_thirds": "two thirds of",
    "share_three_quarters": "three quarters of",
    "share_quarter": "a quarter of",
    "share_remaining": "the rest of",
    "share_most": "most of",
    "share_some": "some of",
    "method_weighs": "should come to about {grams} g ({low} to {high} g)",
    "method_weighs_down": "from {before} g down to about {grams} g ({low} to {high} g)",
    "method_weighed": "weighed: {grams} g",
    "look_swapped": "Part of this was swapped; read it with the new steps in mind.",
    "look_line_swapped": "Now with {new} instead of {old}.",
    "look_stands_in": "Take the {new} instead of the {old}.",
    "look_left_out": "Something in this was left out.",
    "look_less": "Less of this goes in now.",
    "look_by_hand": "This was swapped by hand; cook it the way you know.",
    "look_left_over": "No later step takes what this makes.",
    "look_unread": "Nobody here understands this yet. What is done?",
    # what reading a recipe came to
    "note_cups": "Cups and spoons are read as {system}.",
    "note_from_steps": "There was no list of ingredients: they were picked out of the steps.",
    "note_longer": "The text is longer than a recipe: what follows after {count} characters "
    "was not read.",
    "note_very_long": "The text was very long; its end was left out.",
    "note_beside": "Not on the plate until you say how much: {foods}.",
    "note_grams_told": "The recipe tells once that its amounts are grams.",
    "note_grams_guessed": "No unit stands behind the amounts: they are read as grams.",
    "note_edited_elsewhere": "This file was changed since Snabo wrote it: its words are read anew.",
    "note_foods_elsewhere": "This file names foods of another household: its words were read anew.",
    "told_taken_grams": "Of what {part} makes, {grams} g go in.",
    "told_taken_share": "Of what {part} makes, {share} % go in.",
    "format_json_ld": "Recipe for other programs (schema.org, JSON-LD)",
    "format_json_ld_use": "Recipe programs and web pages read it; another Snabo gets the dish.",
    "format_markdown": "Text with headings (Markdown)",
    "format_markdown_use": "For notes and mail: ingredients, method, and the figures of a serving.",
    "format_cooklang": "Cooklang",
    "format_cooklang_use": "For programs that cook from marked text; times are timers.",
    "format_plate_csv": "The plate as a table (CSV)",
    "format_plate_csv_use": "What each line brings to a serving, for a spreadsheet.",
    "leaves_people": "who gets how much of it and who has it otherwise",
    "leaves_shelf": "what comes from your shelf: the recipe's own lines stand there",
    "leaves_original": "the recipe as it was before the swap",
    "leaves_readings": "which food of the list each line is",
    "leaves_spread": "how sure the figures are",
    "leaves_figures": "the figures of a serving",
    "leaves_uses": "what of a line is left in the pan or poured off",
    "leaves_method": "the steps",
    "leaves_makes": "what the recipe makes",
    "leaves_story": "what the recipe tells besides",
    "archive_eaters": "People at the table",
    "archive_own_foods": "Own foods",
    "archive_measures": "Own measures",
    "archive_names": "Own names of foods",
    "archive_readings": "Always read as",
    "archive_stand_ins": "Own stand-ins",
    "archive_dishes": "Dishes",
    "archive_versions": "Kept versions",
    "archive_homemade": "Homemade foods",
    "archive_sessions": "Evenings",
    "archive_session_events": "What was told at the Stove",
    "archive_runs": "Cookings",
    "archive_run_events": "What was told of cookings",
    "archive_photos": "Photos",
    "archive_shelf": "On the shelf",
    "archive_shelf_events": "What became of it",
    "archive_menu_days": "Days of the menu",
    "archive_menu_meals": "Meals of the menu",
    "archive_shopping": "Ticks and own lines of the list",
    "archive_prices": "Prices",
    "archive_pantry": "Always there",
    "note_steps": "Only the first {count} steps were taken over.",
    "note_batches": "Note: the recipe also has amounts for {others}; those for {count} were read.",
    "note_lines": "{count} lines are more than a dish: the first {room} were read.",
    "no_title": "Dish without a name",
    # what a recipe leaves open, and what would be assumed
    "gap_steps": "The recipe has no steps.",
    "gap_servings": "How many does it serve?",
    "gap_servings_usual": "{count} servings",
    "gap_how_much": "How much {food}?",
    "gap_which_food": "Which food is “{food}”?",
    "gap_no_amount": "{food} has no amount.",
    "gap_amount_usual": "{grams} g, {low} to {high} g",
    "gap_part": "A step takes “{what}”. Does all of it go into this dish?",
    "gap_part_usual": "all of it; set another amount on the Bench",
    "gap_heat": "How hot is the oven?",
    "gap_heat_usual": "{celsius} C, {fan} C with a fan",
    "gap_time": "How long to {verb}?",
    "gap_time_usual": "{low} to {high} min",
    "gap_time_usual_cue": "{low} to {high} min and the cue in the step",
    "gap_pan": "Which dish does it bake in?",
    "gap_pan_size": "How big is the {pan}?",
    "gap_pan_usual": "about {litres} l, {short} x {long} cm, filled {deep} cm deep",
    # comparing, sharing and days
    "difference_unknown": "cannot tell",
    "no_real_difference": "no real difference",
    "difference_tiny": "nearly the same",
    "difference_more": "{amount} {unit} more",
    "difference_less": "{amount} {unit} less",
    # variants
    "variant_of": "{name}: {changes}",
    "variant_rest": "the others",
    "variant_instead": "{name} instead of {was}",
    "variant_without": "without {food}",
    "variant_with": "with {food}",
    "variant_grams": "{food}: {grams} g instead of {was} g",
    "variant_waits": "{foods} held back until this share is out",
    "variant_parted": "taken out after “{step}”",
    "variant_apart": "cooked apart from the start",
    "variant_same": "nothing is done otherwise yet",
    "variant_nobody": "nobody has it yet",
    "variant_nobody_yet": "Nobody has a variant yet: say who.",
    "variant_common": "{common} of {whole} steps are done once for all.",
    "variant_take_out": "Take out {share} for {names}, about {grams} g of what went in, "
    "into {vessel}",
    "variant_take_out_unknown": "Take out {share} for {names} into {vessel}",
    "variant_too_much": "{promised} servings are promised of {servings}: make more, or give less.",
    "variant_left": "Somebody who has “{names}” is no longer at the table.",
    "percent": "{share:%}",
    "vessel_ring": "a pan of its own",
    "vessel_oven": "an oven dish of its own",
    "vessel_microwave": "a microwave bowl of its own",
    "vessel_bowl": "a bowl of its own",
    "needs_hands": "a bowl",
    "needs_ring": "a ring with a pan",
    "needs_oven": "a dish in the oven",
    "needs_microwave": "the microwave",
    "needs_blender": "the blender",
    "needs_processor": "the processor",
    "needs_fridge": "room in the fridge",
    "needs_freezer": "room in the freezer",
    "contact_before": "{tools}: use them for {whose} first, or wash them in hot soapy water once "
    "they touched {foods}. No {what} for {names}.",
    "contact_wash": "{tools}: wash them in hot soapy water after {foods}, before you use them for "
    "{whose}. No {what} for {names}.",
    "contact_fresh": "{tools}: fresh for {whose}, never what {foods} went through. "
    "No {what} for {names}.",
    "split_found": "{base} can have it as it is; {others} get a variant.",
    "split_found_changed": "{base} can have it with {changes}; {others} get a variant over that.",
    "split_all": "all: {changes}",
    "split_none": "Parting the dish helps nobody: nothing in the book makes a share of it fit.",
    "split_would": "Or part it: {variants}.",
    "split_for": "{name}: {changes}, {parted}",
    "split_one_eater": "A dish is parted for two or more eaters.",
    "split_unserved": "For {names} nothing was found.",
    "like_nothing": "This dish holds nothing of that; change the share by hand.",
    "look_waits": "Hold back {foods}: that goes in once the shares are out.",
    "method_late": "Add what was held back: {foods}",
    "day_left": "{spare} {unit} left for the day",
    "day_to_come": "{amount} {unit} still to come",
    # the menu
    "menu_too_little": "{title}: {servings} more are eaten than are made. Make more of it, or "
    "take somebody off.",
    "menu_left_over": "Nobody has these yet: {what}. Eat them on another day, or put them on the "
    "shelf.",
    "menu_of": "{servings} of {title}",
    "menu_freeze": "Freeze {servings} of {title} on {day}: it keeps {keeps} in the fridge "
    "({source}).",
    "menu_too_long": "{title} keeps {keeps} in the fridge ({source}) and does not freeze: eat it "
    "by {last}, or cook it again.",
    "menu_cannot": "{title} counts for nothing: {sentence}",
    "menu_before": "{title} would be eaten before it is cooked.",
    "menu_shelf_first": "{name}, {grams} g, is to be eaten by {day} and in no plan yet.",
    "menu_shelf_late": "{name} has to be eaten by {day}.",
    "menu_running": "{family} {times} times running: {days}.",
    "todo_freeze": "Put {servings} of {title} in the freezer, cooled and flat",
    "todo_thaw": "Take {title} out of the freezer and thaw it in the fridge",
    "todo_out": "Take {title} out of the fridge",
    "todo_heat": "Warm {title} again: {how}",
    "todo_heat_74": "Heat {title} through to 74 °C in the middle: {how}",
    # shopping
    "left_of_it": "{grams} g over",
    "left_keeps": "keeps {days} in the fridge",
    "left_goes": "goes into {what}",
    "left_becomes": "can become {what}",
    "label_contains": "contains {what}: not for {eaters}",
    "label_may_contain": "may contain {what}: look at the label for {eaters}",
    "label_check_label": "look at the label for {what}: {eaters}",
    "label_unknown": "nobody knows whether there is {what} in it: look at the label for {eaters}",
    "open_no_food": "nobody knows what that is",
    "open_no_grams": "nobody knows how much",
    "open_homemade": "made at home: cook it, or put its dish on the menu",
    "other_with_more": "{name} ({grams} g more net carbs per 100 g)",
    "list_title": "Shopping, {first} to {last}",
    # the card of a dish that travels
    "card_in_place": "{food} in place of {was}",
    "card_hot": "{reheat}, to 74 °C in the middle",
    "card_crisp": "Carry the {part} beside it and put it on at the table, so that it stays crisp.",
    "card_out": "Out of the fridge for 2 hours at most, 1 hour above 32 °C, the way there counted.",
    "card_kept": "Kept cold it keeps {days} from the day it was cooked.",
    # programmes
    "rule_starches": "starches: {foods}",
    "rule_fruits": "fruits: {foods}",
    "rule_vegetables": "{share:%} of it is vegetables",
    # labels
    "label_over_weight": "protein, fat and carbohydrate come to at least {grams} g in 100 g: "
    "is the serving size right?",
    "label_part_over_whole": "more {part} than {whole}: one of the two is misread",
    "label_salt_sodium": "salt and sodium do not belong together: salt is 2.5 times the sodium",
    "label_kj_kcal": "kJ and kcal do not belong together: 1 kcal is 4.184 kJ",
    "label_energy": "{given} kcal in 100 g cannot follow from the macros, which yield {low} to "
    "{high} kcal",
    "label_unlike_rule": "{field} {value} is not how labels of this region round; taken to its "
    "last digit",
    # line swaps
    "part_in_band": "{part} comes out right, {share:%} water",
    "part_too_wet": "{part} comes out too wet: {share:%} water, {low:%} to {high:%} is right",
    "part_too_dry": "{part} comes out too dry: {share:%} water, {low:%} to {high:%} is right",
    # water
    "press_more": "{grams} g still to press out, dry enough at {target} g",
    "heat_more": "{grams} g still to dry off, dry enough at {target} g",
    "dry_enough": "Dry enough: stop here. Below {floor} g it is too dry",
    "too_dry": "Too dry by {grams} g: stir that much stock or water back in",
    "next_target": "{step}: dry enough at {target} g",
    "no_band": "Nothing to aim at here",
    "as_expected": "As expected: go on",
    "own_heavier": "{grams} g heavier than this step usually leaves it ({low} to {high} g)",
    "own_lighter": "{grams} g lighter than this step usually leaves it ({low} to {high} g)",
    # what helps
    "cure_press_one": "One more round of pressing, then weigh",
    "cure_press": "{rounds} more rounds of pressing, then weigh",
    "cure_sear": "{minutes} in a wide dry pan, stirring",
    "cure_bake_on": "{minutes} in the oven at 190 °C, spread out, uncovered",
    "cure_simmer": "{minutes} at an open bubble, stirring",
    "cure_absorb": "{grams} g {food} stirred in: {cost}",
    "cure_thicken": "{grams} g {food}, first stirred smooth with cold water: {cost}",
    "cure_costs": "{carbs} g more net carbs a serving",
    "cure_free": "no net carbs to speak of",
    "cure_unknown": "nobody knows its net carbs",
    "minutes_about": "About {minutes} min",
    "minutes_span": "{low} to {high} min",
    # what a kitchen's own weigh-ins have shown
    "learnt_at_glass": "Your kitchen: {yours}, {count}; the book: {book}.",
    "learnt_once": "from one weigh-in",
    "learnt_times": "from {count} weigh-ins",
    "learnt_share": "{figure:%} of it leaves",
    "learnt_rate": "{figure} g a minute",
    "learnt_oven": "{figure:%} of the usual drying",
    "learnt_part": "{figure:%}",
    "offset_microwave": "gives {figure:%} of the usual heat",
    "offset_microwave_book": "100 %",
    "offset_oven_hotter": "dries like one {degrees} °C hotter",
    "offset_oven_cooler": "dries like one {degrees} °C cooler",
    "offset_oven_none": "dries as set",
    "offset_oven_book": "as set",
    "offset_of_oven": "The oven, over {count} foods",
    "offset_of_microwave": "The microwave, over {count} foods",
    "offset_at_oven": "Your oven {yours}, {count} of other foods.",
    "offset_at_microwave": "Your microwave {yours}, {count} of other foods.",
    "cut_pieces": "in pieces",
    "cut_grated": "grated",
    "cut_riced": "riced",
    "cut_strands": "in strands",
    "cut_mashed": "mashed",
    "band_of": "Right for {stand_in}, {step}",
    "band_edges": "{low} to {high} % water",
    "band_waits": "too few verdicts yet",
    "band_moved": "Where it is right has moved with your verdicts ({right} right, {wet} too wet, "
    "{dry} too dry); the book: {book}.",
    "band_not_yet": "Your verdicts so far: {right} right, {wet} too wet, {dry} too dry. An edge "
    "moves after {enough} on each side of it.",
    "learnt_raw": "{doing}: {food}",
    "learnt_heated": "{doing}: {food}, heated",
    "learnt_cooled": "{doing}: {food}, heated and cooled",
    "learnt_cloth": "Wringing in a cloth",
    "learnt_mesh": "Pressing in a mesh",
    "learnt_paper": "Pressing between paper",
    "learnt_twist": "Twisting out",
    "learnt_salt": "Salting and draining",
    "learnt_drain": "Draining",
    "learnt_deep_fry": "Deep-frying",
    "learnt_dry_in_pan": "Drying in a pan",
    "learnt_dry_saute": "Sautéing dry",
    "learnt_saute": "Sautéing",
    "learnt_sear": "Searing",
    "learnt_fry": "Frying",
    "learnt_sweat": "Softening",
    "learnt_simmer": "Simmering",
    "learnt_reduce": "Cooking down",
    "learnt_thicken": "Thickening",
    "learnt_deglaze": "Deglazing",
    "learnt_add_gradually": "Stirring in",
    "learnt_reheat": "Heating again",
    "learnt_roast": "Roasting",
    "learnt_bake": "Baking",
    "learnt_grill": "Grilling",
    "learnt_toast": "Toasting",
    "learnt_microwave": "Heat from the microwave’s watts",
    "learnt_boil": "Weight kept in boiling",
    "learnt_steam": "Weight kept in steaming",
    # another way to do a step of a stand-in
    "other_cloth": "wring it in a cloth",
    "other_mesh": "press it in a mesh",
    "other_paper": "press it between paper",
    "other_twist": "only twist it out",
    "other_pan": "dry it in a pan instead",
    "other_microwave": "microwave it",
    "other_steam": "steam it",
    "other_boil": "boil it",
    "other_covered_way": "with a cover",
    "other_uncovered_way": "without a cover",
    "other_again": "one more round",
    "other_once_less": "one round less",
    "other_cooled": "let it cool first",
    "other_out": "leave this step out",
    "other_leads": "{way}: {grams} g",
    "other_cloth_label": "Wrung in a cloth",
    "other_cloth_order": "Wring it in a cloth over the sink, in batches that fit.",
    "other_mesh_label": "Pressed in a mesh",
    "other_mesh_order": "Press it in a fine mesh or a sieve, leaning on it.",
    "other_paper_label": "Pressed between paper",
    "other_paper_order": "Press it between sheets of paper, leaning on it.",
    "other_twist_label": "Twisted out",
    "other_twist_order": "Twist it out by the handful.",
    "other_pan_label": "Dried in a pan",
    "other_pan_order": "Stir it in a wide dry pan until {target} g are left.",
    "other_microwave_label": "Microwaved, covered",
    "other_microwave_order": "Microwave it, covered, in a wide bowl.",
    "other_steam_label": "Steamed",
    "other_steam_order": "Steam it until just tender, then let it steam off.",
    "other_boil_label": "Boiled",
    "other_boil_order": "Boil it in salted water until just tender, drain and let it steam off.",
    "other_covered": "Keep it covered.",
    "other_uncovered": "Leave it uncovered.",
    "other_cooled_label": "Cooled",
    "other_cooled_order": "Spread it out and let it cool until you can hold it.",
    "other_cooled_cue": "No more steam; your hand stays on it.",
    "whole_dish": "The dish as a whole",
    # how a dish ends
    "ends_weeps": "About {grams} g of juice run free when it is done. Under a dry lid that is what "
    "soaks in: cook the filling {less} g drier, or let it stand before it is cut",
    "ends_thirsty": "What is dry in it would drink about {grams} g more: stir in that much stock "
    "or expect it drier than it looks now",
    "fridge_thickens": "It sets thicker in the fridge: stir in about {grams} g of stock, milk or "
    "water when it is warmed",
    "right_between": "Right from {floor} to {target} g",
    "aim_at": "Dry enough at {target} g; not below {floor} g",
    "sheets": "Kitchen paper holds 15 to 30 g a sheet: {grams} g is {few} to {many} sheets. "
    "A clean cloth does it without",
    "question_poured": "That is far more than the {ceiling} g that may go in. "
    "Was the bowl weighed too?",
    "held_back": "{food}: begin with {start} g, at most {ceiling} g",
    "held_back_from_none": "{food}: little by little, at most {ceiling} g",
    "held_back_until": "{words}, {cue}",
    "batches_cloth": "Your cloth takes about {takes} g at once: wring in {count} batches",
    "batches_mesh": "Your press takes about {takes} g at once: press in {count} batches",
    "batches_blender": "Your blender takes about {takes} g of this at once: "
    "blend in {count} batches",
    "batches_no_cloth": "Your kitchen has no cloth: press it another way below",
    "batches_no_mesh": "Your kitchen has no press or sieve: press it another way below",
    "batches_no_blender": "Your kitchen has no blender: mash it and push it through a sieve",
    "blender_weak": "A weak blender takes about twice as long: stop to scrape down the sides",
    "in_grams": "{grams} g",
    "rounds_so_far": "{count} rounds so far: {each}",
    "batches_so_far": "{grams} g in {done} of {of} batches so far",
    "batches_left": "{grams} g in {done} of {of} batches so far. All together dry enough at "
    "{target} g: the rest may weigh {left} g",
    "batches_over": "{grams} g in {done} of {of} batches so far, and all together should be "
    "{target} g: what is done wants more pressing",
    "sauce_runs": "it runs off the spoon",
    "sauce_coats": "it coats a spoon",
    "sauce_trails": "it holds a trail",
    "sauce_sets": "it sets",
    "sauce_right": "As thick as it should be: {looks}",
    "sauce_loosen": "Thicker than it should be, {looks}: stir in {grams} g of stock, milk or water",
    "sauce_as_far": "Thinner than it should be, {looks}: this is as far as it goes. "
    "Less liquid or another stand-in would make up for it",
    "sauce_never": "Boiling down does not thicken this sauce: it holds too little cream. "
    "Take another stand-in",
    "sauce_salty": "Below {salty} g this sauce tastes of salt before it is thick. "
    "Take another stand-in",
    "simmer_on": "{grams} g still to simmer off, thick enough at {target} g",
    "simmer_and_taste": "{grams} g still to simmer off, thick enough at {target} g; "
    "nobody knows how salty it gets, taste it on the way",
    "next_thickness": "{step}: thick enough at {target} g",
    "question_negative": "A weight has to be more than nothing. Is the scale tared?",
    "question_heavier": "That is {grams} g more than before and nothing was added. "
    "Was the bowl weighed too?",
    "question_tenfold": "That is about ten times {direction} than expected. Is a digit missing?",
    "question_finished_heavy": "That is more than went in ({grams} g). "
    "Was the dish it is in weighed too?",
    "question_finished_drunk": "That is more than it weighs with all that it drank ({grams} g). "
    "Was the dish it is in weighed too?",
    "question_finished_light": "That is less than half of what went in ({grams} g). "
    "Is all of it on the scale?",
    "question_tiny": "That is far below what the solids alone weigh ({grams} g). "
    "Was something left in the cloth?",
}


def worded(code: str, **values: Value) -> str:
    """Return the sentence of a template with its values."""
    return say(Message(code, values))


def in_energy_unit(message: Message, unit: str) -> Message:
    """Return a message with its energy in the household's unit; 1 kcal is 4.184 kJ."""
    if unit != "kj" or message.values.get("unit") != "kcal":
        return message
    values = {
        name: value * KJ_PER_KCAL if isinstance(value, float) else value
        for name, value in message.values.items()
    }
    return Message(message.code, {**values, "unit": "kJ"})


def grams_text(value: float) -> str:
    """Write grams as a cook reads them: whole from 10 up, one decimal below."""
    rounded = f"{value:.0f}" if abs(value) >= 10 else f"{value:.1f}"
    return rounded.removesuffix(".0")


def _text(value: Value, style: str) -> str:
    if isinstance(value, str):
        return value
    return f"{value:.0%}".replace("%", " %") if style == "%" else grams_text(value)


class _Worded:
    """Lets a template say `{share:%}` for percentages and `{grams}` for plain figures."""

    def __init__(self, value: Value) -> None:
        self.value = value

    def __format__(self, style: str) -> str:
        return _text(self.value, style)


def day_words(day: dt.date) -> str:
    """Return a day as a cook says it: "3 December"."""
    return f"{day.day} {day:%B}"


def days_words(days: int) -> str:
    """Return how many days, as a cook says it: "1 day", "3 days"."""
    return "1 day" if days == 1 else f"{days} days"


def plain_number(value: float) -> str:
    """Write a count as a cook reads it: one decimal where it has any, two below a half."""
    digits = 2 if abs(value) < 0.5 else 1
    text = f"{value:.{digits}f}"
    return text.rstrip("0").rstrip(".") if "." in text else text


def servings_text(count: float) -> str:
    """Write servings as a cook says them: "1 serving", "2.5 servings"."""
    said = plain_number(count)
    return "1 serving" if said == "1" else f"{said} servings"


def listed(names: Sequence[str]) -> str:
    """Return names as a sentence lists them: "a", "a and b", "a, b and c"."""
    *first, last = names
    return f"{', '.join(first)} and {last}" if first else last


def say(message: Message) -> str:
    """Return the sentence of a message."""
    values = {name: _Worded(value) for name, value in message.values.items()}
    return TEMPLATES[message.code].format(**values)
