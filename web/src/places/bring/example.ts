/** A recipe of our own to try with. */
export const EXAMPLE = `Towpath lentil pot with a parsnip and potato lid
Serves 4

For the pot
2 onions, chopped
3 carrots, sliced
2 cloves garlic
1 tbsp olive oil
400 g can green lentils, drained
300 ml vegetable stock
1 tbsp tomato paste
a pinch of thyme

For the lid
600 g floury potatoes, peeled
250 g parsnips, peeled
100 ml milk
40 g butter
salt to taste

Method
1. Soften the onions, carrots and garlic in the oil.
2. Add lentils, stock and tomato paste, simmer 15 minutes.
3. Boil potatoes and parsnips until soft, mash with milk and butter.
4. Spread the lid over and bake at 200 C for 25 minutes.
`;
