"""A photograph of a card on the table, made flat and traced."""
