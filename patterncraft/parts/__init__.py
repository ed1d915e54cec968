"""Parts made to measure: read a seam of the style, draw the part for it, sew it on, follow."""
