"""Recipes of our own to paste."""

POT = """Harbour-light bean pot
Serves 4

For the pot
400 g can butter beans, drained
300 g mushrooms, sliced
2 leeks, sliced
25 g plain flour
400 ml milk

For the lid
800 g floury potatoes, peeled
100 ml milk
40 g butter
1 tsp salt

For the crumb
60 g breadcrumbs
20 g butter

Method
1. Simmer the pot for 15 minutes.
2. Boil and mash the potatoes.
Bake at 200 C for 25 minutes.
"""

DOUBTFUL = """Odd pot
Serves 2

For the lid
500 g floury potatos
2 cups zzqqx
some butter
"""
