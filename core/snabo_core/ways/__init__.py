"""What to change so that everybody can eat a dish: ways, balance and, where none is, why not."""
