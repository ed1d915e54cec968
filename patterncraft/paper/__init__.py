"""The paper itself: pieces, edges, darts, seams, and the acts that change them (part, place, join, draw)."""
