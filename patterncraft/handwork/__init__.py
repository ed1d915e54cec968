"""What several moves do alike, built from the four acts: cutting along a line, closing darts, spreading strips,
taping edges, redrawing what broke. No parameters of steps, no words for the recipe: those are the moves'."""
