"""Looks the book and the food data over, for the people who keep them."""
