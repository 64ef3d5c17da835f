"""When to do what: tasks, hands, rings and the oven laid out in whole minutes."""
