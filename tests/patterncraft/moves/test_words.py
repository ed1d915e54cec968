"""Every move in words: its sentence, the lines of its working, and each refusal whole: sentence, place, cure and slot.

The words are a contract with the person at the table and are written down here; the numbers in the working are not
copied: each sum is worked out again from what stands in it.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from math import radians, sin, sqrt
from typing import Any

import pytest

from patterncraft.errors import PatternError
from patterncraft.moves.registry import read_steps
from patterncraft.paper.pattern import Pattern
from patterncraft.replay import replay
from patterncraft.working import Sum
from tests.conftest import draft, draft_by
from tests.rich import RULES, cut_bodice, rich_bodice, worked
from tests.samples import WHOLE

Step = dict[str, Any]


def one_dart() -> Pattern:
    """The bodice with all its front intake in the waist dart."""
    step = {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}}
    return worked(draft(WHOLE).pattern, step)


PATTERNS: dict[str, Callable[[], Pattern]] = {
    "bodice": lambda: draft(WHOLE).pattern,
    "skirt": lambda: draft_by("skirt", WHOLE).pattern,
    "one dart": one_dart,
    "cut": cut_bodice,
    "rich": rich_bodice,
}

# fmt: off
REFUSED: list[tuple[str, Step, tuple[str, str, str, str]]] = [('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'hem dart', 'to': {'edge': 'shoulder', 'fraction': 0.5}},
  ('there is no dart called “hem dart”.', 'front', 'There is: side dart, waist dart.', 'dart')),
 ('bodice',
  {'move': 'rotate_dart', 'piece': 'cape', 'dart': 'waist dart', 'to': {'edge': 'shoulder', 'fraction': 0.5}},
  ('there is no piece called “cape”.', '', 'There is: back, front.', '')),
 ('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'waist dart', 'to': {'edge': 'moon', 'fraction': 0.5}},
  ('there is no edge called “moon”.', 'front', 'There is: neckline, shoulder, armhole, side, waist, centre front.', '')),
 ('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'waist dart', 'to': {'dart': 'waist dart'}},
  ('a dart cannot be rotated into itself.', 'front', 'Choose another dart or a place on an edge.', 'to')),
 ('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'waist dart', 'to': {'edge': 'shoulder', 'fraction': 0.5}, 'amount': 30},
  ('the waist dart has only 3.5 cm to give at that place, not 30.0 cm.', 'front', 'Ask for at most 3.5 cm, or for all of it.', 'amount')),
 ('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'waist dart', 'to': {'edge': 'shoulder', 'distance': 400}},
  ('the shoulder ends after 12.4 cm; 400.0 cm along it is off the paper.', 'front', 'Choose at most 12.4 cm.', 'to')),
 ('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'waist dart', 'to': {'edge': 'shoulder', 'from': 'hem', 'fraction': 0.5}},
  ('the shoulder does not begin at “hem”.', 'front', 'Measure it from the neckline or from the armhole.', 'from')),
 ('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'waist dart', 'to': {'edge': 'waist', 'from': 'side', 'fraction': 0.583}},
  ('a dart opens there already.', 'front', 'Rotate into that dart, or choose a place farther off.', 'to')),
 ('rich',
  {'move': 'rotate_dart', 'piece': 'back', 'dart': 'back dart', 'to': {'edge': 'shoulder', 'fraction': 0.5}},
  ('the back dart is double-pointed: it lies inside the piece and has no mouth to close.',
   'back',
   'Cut the piece at its waist first; each half then has a dart that can be rotated.',
   'dart')),
 ('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'waist dart', 'to': {'edge': 'shoulder', 'fraction': 0.5}, 'share': 0.5, 'amount': 1},
  ('say either a share of the dart or an amount, not both.', '', '', '')),
 ('bodice', {'move': 'rotate_dart', 'piece': 'front', 'dart': 'waist dart'}, ('“to” is missing.', '', '', 'to')),
 ('bodice',
  {'move': 'set_dart_point', 'piece': 'front', 'dart': 'waist dart', 'set_back': 18.5},
  ('the waist dart is only 18.0 cm deep: 18.5 cm short of the pivot leaves nothing to sew.', 'front', 'Choose less than 17.0 cm.', 'set_back')),
 ('bodice',
  {'move': 'cut_along', 'piece': 'front', 'line': [{'at': {'mark': 'bust point'}, 'out': 3}, {'edge': 'waist', 'fraction': 0.1}]},
  ('the line begins in the air.', 'front', 'Lead it to an edge, or into a dart.', 'line')),
 ('bodice',
  {'move': 'cut_along', 'piece': 'front', 'line': [{'edge': 'armhole', 'fraction': 0.4}, {'at': {'mark': 'bust point'}, 'out': 3, 'down': 3}]},
  ('the line ends in the air.', 'front', 'Lead it to an edge, or into a dart.', 'line')),
 ('bodice',
  {'move': 'cut_along',
   'piece': 'front',
   'line': [{'edge': 'shoulder', 'fraction': 0.5},
            {'at': {'edge': 'armhole', 'fraction': 0.5}, 'out': 4},
            {'edge': 'side', 'from': 'armhole', 'fraction': 0.1}]},
  ('the line leaves the paper at the armhole, 8.6 cm from its start.', 'front', 'Begin or end it there, or lead it over the paper.', 'line')),
 ('bodice',
  {'move': 'cut_along',
   'piece': 'front',
   'line': [{'edge': 'side', 'from': 'armhole', 'fraction': 0.05}, {'edge': 'side', 'from': 'armhole', 'fraction': 0.25}]},
  ('the line runs along the side.', 'front', 'Lead it over the paper, or redraw that edge instead.', 'line')),
 ('bodice',
  {'move': 'cut_along',
   'piece': 'front',
   'line': [{'edge': 'side', 'from': 'armhole', 'fraction': 0.9}, {'edge': 'centre front', 'from': 'neckline', 'fraction': 0.9}]},
  ('the line runs over the open waist dart.',
   'front',
   "Lead it through the dart's point, or close the waist dart first: rotate it to another edge.",
   'line')),
 ('bodice',
  {'move': 'cut_along',
   'piece': 'front',
   'line': [{'edge': 'waist', 'from': 'side', 'fraction': 0.2},
            {'edge': 'neckline', 'fraction': 0.5},
            {'edge': 'waist', 'from': 'side', 'fraction': 0.2}]},
  ('the line ends where it begins.', 'front', 'Lead it to another place.', 'line')),
 ('bodice',
  {'move': 'cut_along', 'piece': 'front', 'line': 'yoke line'},
  ('there is no line called “yoke line”.', 'front', 'There is: chest, bust.', 'line')),
 ('rich',
  {'move': 'cut_along', 'piece': 'back', 'line': [{'edge': 'side', 'fraction': 0.3}, {'edge': 'centre back', 'from': 'neckline', 'fraction': 0.62}]},
  ('the line runs over the open waist dart.',
   'back',
   "Lead it through the dart's point, or close the waist dart first: rotate it to another edge.",
   'line')),
 ('bodice',
  {'move': 'cut_along',
   'piece': 'front',
   'line': [{'edge': 'armhole', 'fraction': 0.4}, {'edge': 'centre front', 'from': 'neckline', 'fraction': 0.2}],
   'names': ['back', 'x']},
  ('two pieces would be called “back”.', 'front', 'Give each part a name of its own.', 'names')),
 ('bodice',
  {'move': 'cut_along',
   'piece': 'front',
   'line': [{'edge': 'armhole', 'fraction': 0.4}, {'edge': 'centre front', 'from': 'neckline', 'fraction': 0.2}],
   'names': ['x', 'x']},
  ('two pieces would be called “x”.', 'front', 'Give each part a name of its own.', 'names')),
 ('bodice',
  {'move': 'cut_along',
   'piece': 'front',
   'line': [{'edge': 'armhole', 'fraction': 0.4}, {'edge': 'centre front', 'from': 'neckline', 'fraction': 0.2}],
   'names': [' ', 'x']},
  ('a part needs a name of at most 80 letters.', 'front', 'Type one.', 'names')),
 ('bodice',
  {'move': 'cut_along',
   'piece': 'front',
   'line': [{'edge': 'armhole', 'fraction': 0.4}, {'edge': 'centre front', 'from': 'neckline', 'fraction': 0.2}],
   'seam': 'armhole'},
  ('there is already a seam or an edge called “armhole”.', 'front', 'Give the new seam another name.', 'seam')),
 ('bodice',
  {'move': 'cut_along',
   'piece': 'front',
   'line': [{'edge': 'shoulder', 'from': 'neckline', 'fraction': 0.03}, {'edge': 'neckline', 'from': 'shoulder', 'fraction': 0.03}]},
  ('nothing worth a piece would be left on one side of the line.', 'front', 'Move the line.', 'line')),
 ('bodice',
  {'move': 'draw_line', 'piece': 'front', 'name': 'x', 'line': 'bust'},
  ('that line is drawn already.', 'front', 'Give the places of a new one.', 'line')),
 ('bodice',
  {'move': 'draw_line',
   'piece': 'front',
   'name': 'bust',
   'line': [{'edge': 'armhole', 'fraction': 0.4}, {'edge': 'centre front', 'from': 'neckline', 'fraction': 0.2}]},
  ('there is already a line called “bust”.', 'front', 'Give it another name.', 'name')),
 ('bodice',
  {'move': 'draw_line',
   'piece': 'front',
   'name': 'x',
   'line': [{'edge': 'side', 'from': 'armhole', 'fraction': 0.05}, {'edge': 'side', 'from': 'armhole', 'fraction': 0.25}]},
  ('the line runs along the side.', 'front', 'Lead it over the paper, or redraw that edge instead.', 'line')),
 ('bodice',
  {'move': 'draw_line',
   'piece': 'front',
   'name': 'x',
   'line': [{'edge': 'shoulder', 'fraction': 0.5},
            {'at': {'edge': 'armhole', 'fraction': 0.5}, 'out': 4},
            {'edge': 'side', 'from': 'armhole', 'fraction': 0.1}]},
  ('the line leaves the paper at the armhole, 8.6 cm from its start.', 'front', 'End it there, or lead it over the paper.', 'line')),
 ('skirt',
  {'move': 'slash_and_spread', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'hem', 'count': 2, 'opening': 2},
  ('a slash leads from one edge to another.', 'skirt front', 'Choose two different edges.', 'to_edge')),
 ('skirt',
  {'move': 'slash_and_spread', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'centre front', 'count': 2, 'opening': 2},
  ('a slash through the fold would open both halves of the cloth there.',
   'skirt front',
   'Slash to another edge, or turn the fold into a seam first.',
   'from_edge')),
 ('skirt',
  {'move': 'slash_and_spread', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'waist', 'count': 2, 'to_length': 20},
  ('the hem is 24.5 cm long already.', 'skirt front', 'Ask for more, or lap it over instead.', 'to_length')),
 ('skirt',
  {'move': 'slash_and_spread',
   'piece': 'skirt front',
   'from_edge': 'waist',
   'to_edge': 'hem',
   'at': [[{'edge': 'waist', 'fraction': 0.5}, {'edge': 'hem', 'fraction': 0}]],
   'opening': 2},
  ('a slash hinges on the corner of hem and side.', 'skirt front', 'Move it along the edge, away from the corner.', 'at')),
 ('skirt',
  {'move': 'slash_and_spread',
   'piece': 'skirt front',
   'from_edge': 'waist',
   'to_edge': 'hem',
   'at': [[{'edge': 'waist', 'fraction': 0.5}, {'edge': 'side', 'fraction': 0.5}]],
   'opening': 2},
  ('a slash does not lead from the waist to the hem.', 'skirt front', 'Give each a place on the waist and one on the hem.', 'at')),
 ('skirt',
  {'move': 'slash_and_spread',
   'piece': 'skirt front',
   'from_edge': 'waist',
   'to_edge': 'hem',
   'at': [[{'edge': 'waist', 'fraction': 0.3}, {'edge': 'hem', 'fraction': 0.2}],
          [{'edge': 'waist', 'fraction': 0.6}, {'edge': 'hem', 'fraction': 0.9}]],
   'opening': 2},
  ('slashes 1 and 2 cross or lie on each other.', 'skirt front', 'Move one of them.', 'at')),
 ('skirt',
  {'move': 'slash_and_spread', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'waist', 'count': 2},
  ('say how far it opens in one way: each, all together, as a ratio, or to a length.', '', '', '')),
 ('skirt',
  {'move': 'slash_and_spread', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'waist', 'opening': 2},
  ('say either how many slashes, or where each lies.', '', '', '')),
 ('skirt',
  {'move': 'overlap', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'waist', 'count': 4, 'amount': 11, 'hinge': 'none'},
  ('strip 2 is laid over by 11.0 cm, and has hardly more edge up to its end or to a dart.',
   'skirt front',
   'Lap them over by less, or take fewer slashes.',
   'amount')),
 ('bodice',
  {'move': 'turn_edge_into', 'piece': 'front', 'edge': 'shoulder', 'kind': 'hem'},
  ('the shoulder is sewn to the back shoulder.', 'front', 'Join the two, or choose an edge that is not sewn.', 'edge')),
 ('bodice',
  {'move': 'turn_edge_into', 'piece': 'front', 'edge': 'armhole', 'kind': 'fold'},
  ('cloth cannot be laid on two folds.', 'front', 'Turn the other fold into a seam first.', 'kind')),
 ('bodice',
  {'move': 'turn_edge_into', 'piece': 'front', 'edge': 'moon', 'kind': 'hem'},
  ('there is no edge called “moon”.', 'front', 'There is: neckline, shoulder, armhole, side, waist, centre front.', '')),
 ('bodice',
  {'move': 'turn_edge_into', 'piece': 'front', 'edge': 'waist', 'kind': 'lace'},
  ("“kind” must be one of: 'seam', 'fold', 'opening' or 'hem'.", '', '', 'kind')),
 ('bodice',
  {'move': 'join_pieces', 'a': ['front', 'side'], 'b': ['front', 'shoulder']},
  ('a piece cannot be joined to itself.', 'front', 'Choose edges of two pieces.', 'b')),
 ('bodice',
  {'move': 'join_pieces', 'a': ['front', 'shoulder'], 'b': ['back', 'armhole']},
  ('the edges differ by 9.6 cm.', 'front, back', 'Close a dart in the longer one, or gather it, first.', 'b')),
 ('bodice',
  {'move': 'join_pieces', 'a': ['front', 'waist'], 'b': ['back', 'waist']},
  ('the waist dart opens in the waist.', 'front', 'Rotate it to another edge first.', 'a')),
 ('skirt',
  {'move': 'join_pieces', 'a': ['skirt front', 'side'], 'b': ['skirt back', 'side']},
  ('the edges lie up to 4.6 cm apart when they are matched.', 'skirt front, skirt back', 'Blend them first, or keep the seam.', 'b')),
 ('cut',
  {'move': 'join_pieces', 'a': ['centre front', 'panel'], 'b': ['side front', 'panel'], 'name': 'yoke'},
  ('there is already a piece called “yoke”.', 'centre front', 'Give it another name.', 'name')),
 ('bodice',
  {'move': 'fly'},
  ('there is no move called “fly”.',
   '',
   'There is: cut_along, draw_line, join_pieces, overlap, rotate_dart, set_dart_point, slash_and_spread, turn_edge_into.',
   ''))]

SAID: list[tuple[str, Step, str, list[str]]] = [('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'waist dart', 'to': {'edge': 'shoulder', 'fraction': 0.5}},
  'Rotate the waist dart of the front to the middle of the shoulder, all of it.',
  ['Intake of the waist dart', 'Swung about the pivot', 'New mouth from the pivot', 'Intake there', 'All darts, before = after']),
 ('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'waist dart', 'to': {'edge': 'shoulder', 'fraction': 0.5}, 'share': 0.5},
  'Rotate the waist dart of the front to the middle of the shoulder, half of it.',
  ['Intake of the waist dart', 'Swung about the pivot', 'New mouth from the pivot', 'Intake there', 'All darts, before = after']),
 ('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'waist dart', 'to': {'edge': 'centre front', 'fraction': 0.5}, 'amount': 1.0},
  'Rotate the waist dart of the front to the middle of the centre front, 1.0 cm of it.',
  ['Intake of the waist dart',
   'Swung about the pivot',
   'New mouth from the pivot',
   'Intake there',
   'All darts, before = after',
   'The centre front is no longer one straight line: it is cut as a seam, not on the fold.']),
 ('bodice',
  {'move': 'rotate_dart', 'piece': 'front', 'dart': 'side dart', 'to': {'dart': 'waist dart'}},
  'Rotate the side dart of the front to the waist dart, all of it.',
  ['Intake of the side dart', 'Swung about the pivot', 'New mouth from the pivot', 'Intake there', 'All darts, before = after']),
 ('bodice',
  {'move': 'set_dart_point', 'piece': 'front', 'dart': 'waist dart', 'set_back': 4},
  'End the waist dart of the front 4.0 cm short of its pivot.',
  ['Pivot to mouth', 'Sewn length before', 'Sewn length now']),
 ('one dart',
  {'move': 'cut_along',
   'piece': 'front',
   'line': [{'edge': 'armhole', 'from': 'shoulder', 'fraction': 0.5}, {'dart': 'waist dart'}],
   'names': ['centre front', 'side front'],
   'seam': 'panel'},
  'Cut the front from the middle of the armhole to the waist dart, into centre front and side front, with a seam “panel”.',
  ['Length of the cut, one side', 'centre front: panel', 'side front: panel', 'The armhole, from the shoulder and to the side']),
 ('one dart',
  {'move': 'cut_along',
   'piece': 'front',
   'line': [{'edge': 'armhole', 'fraction': 0.4}, {'edge': 'centre front', 'from': 'neckline', 'fraction': 0.2}]},
  'Cut the front from the armhole, 8.9 cm from the start to the centre front, 7.4 cm from the neckline, into two parts, with a seam between them.',
  ['Length of the cut, one side',
   'upper front: front style line',
   'lower front: front style line',
   'The armhole, from the shoulder and to the side',
   'The centre front, from the waist and to the neckline']),
 ('bodice',
  {'move': 'draw_line',
   'piece': 'front',
   'name': 'yoke',
   'line': [{'edge': 'armhole', 'fraction': 0.4}, {'edge': 'centre front', 'from': 'neckline', 'fraction': 0.2}]},
  'Draw the line “yoke” on the front, from the armhole, 8.9 cm from the start to the centre front, 7.4 cm from the neckline.',
  ['Length of the line', 'The armhole, from the shoulder and to the side', 'The centre front, from the waist and to the neckline']),
 ('skirt',
  {'move': 'slash_and_spread', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'waist', 'count': 3, 'opening': 4, 'result': 'flare'},
  'Slash the skirt front from the hem to the waist, 3 times, all along, and spread each by 4.0 cm, the other end not at all, hinged at the other '
  'edge, left as flare.',
  ['Strips, numbered from the centre',
   'Hem before',
   'Opened in all',
   'Hem now, as redrawn',
   'New : old',
   'Redrawing the hem cuts off, adds at most',
   'Waist, before = now',
   'Redrawing the waist cuts off, adds at most',
   'New paper']),
 ('skirt',
  {'move': 'slash_and_spread',
   'piece': 'skirt front',
   'from_edge': 'hem',
   'to_edge': 'waist',
   'count': 1,
   'total': 4,
   'hinge': 'none',
   'result': 'gather'},
  'Slash the skirt front from the hem to the waist, once, all along, and spread by 4.0 cm in all, both ends alike, parallel, gathered.',
  ['Strips, numbered from the centre',
   'Hem before',
   'Opened in all',
   'Hem now, as redrawn',
   'New : old',
   'Redrawing the hem cuts off, adds at most',
   'Waist before',
   'Opened in all',
   'Waist now, as redrawn',
   'New : old',
   'Redrawing the waist cuts off, adds at most',
   'New paper']),
 ('skirt',
  {'move': 'slash_and_spread', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'waist', 'count': 4, 'ratio': 1.5, 'hinge': 'none'},
  'Slash the skirt front from the hem to the waist, 4 times, all along, and spread to 1.5 times its length, both ends alike, parallel, as its seam '
  'wants it.',
  ['Strips, numbered from the centre',
   'Hem before',
   'Opened in all',
   'Hem now, as redrawn',
   'New : old',
   'Redrawing the hem cuts off, adds at most',
   'Waist before',
   'Opened in all',
   'Waist now, as redrawn',
   'New : old',
   'Redrawing the waist cuts off, adds at most',
   'New paper']),
 ('skirt',
  {'move': 'slash_and_spread', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'waist', 'count': 2, 'to_length': 32, 'far_opening': 0.5},
  'Slash the skirt front from the hem to the waist, 2 times, all along, and spread until it is 32.0 cm, the other end 0.5 cm, hinged at the other '
  'edge, as its seam wants it.',
  ['Strips, numbered from the centre',
   'Hem before',
   'Opened in all',
   'Hem now, as redrawn',
   'New : old',
   'Redrawing the hem cuts off, adds at most',
   'Waist before',
   'Opened in all',
   'Waist now, as redrawn',
   'New : old',
   'Redrawing the waist cuts off, adds at most',
   'New paper']),
 ('skirt',
  {'move': 'slash_and_spread', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'waist', 'opening': 0, 'count': 2},
  'Slash the skirt front from the hem to the waist, 2 times, all along, and spread each by 0.0 cm, the other end not at all, hinged at the other '
  'edge, as its seam wants it.',
  ['Nothing opens: the piece stays as it is.']),
 ('skirt',
  {'move': 'overlap', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'waist', 'count': 2, 'amount': 1.5},
  'Slash the skirt front from the hem to the waist, 2 times, and lap each over by 1.5 cm, hinged at the other edge.',
  ['Lapped over in all', 'Hem before', 'Hem now', 'Waist before', 'Waist now', 'Put away']),
 ('skirt',
  {'move': 'overlap', 'piece': 'skirt front', 'from_edge': 'hem', 'to_edge': 'waist', 'count': 1, 'amount': 1.5, 'hinge': 'none'},
  'Slash the skirt front from the hem to the waist, once, and lap each over by 1.5 cm, parallel.',
  ['Lapped over in all',
   'Hem before',
   'Hem now',
   'Waist before',
   'Waist now',
   'Put away',
   'The waist seam is shorter now: its partner must follow.']),
 ('bodice',
  {'move': 'turn_edge_into', 'piece': 'back', 'edge': 'centre back', 'kind': 'seam'},
  'Turn the centre back of the back into a seam.',
  ['Cut two, one mirrored, with an allowance at the centre back: a zip can stand here.']),
 ('bodice', {'move': 'turn_edge_into', 'piece': 'front', 'edge': 'waist', 'kind': 'hem'}, 'Turn the waist of the front into a hem.', []),
 ('bodice',
  {'move': 'join_pieces', 'a': ['back', 'shoulder'], 'b': ['front', 'shoulder'], 'name': 'whole'},
  'Join the shoulder of the front to the shoulder of the back, as whole.',
  ['back shoulder',
   'front shoulder',
   'The front is turned over.',
   'The piece has two folds: turn one of them into a seam, or unfold it.',
   'The shoulder seam is closed: its sides are taped together.']),
 ('cut',
  {'move': 'join_pieces', 'a': ['centre front', 'panel'], 'b': ['side front', 'panel']},
  'Join the panel of the side front to the panel of the centre front, as centre front.',
  ['centre front panel',
   'side front panel',
   'What the cut had closed opens again as a dart.',
   'The panel seam is closed: its sides are taped together.'])]
# fmt: on


def worth(formula: str) -> float:
    """A sum as written at the edge of the paper, worked out: ×, −, √, squares, sines of degrees, shares."""
    text = formula.replace("×", "*").replace("−", "-").replace("²", "**2").replace(" of ", "*").replace("cm", "")
    text = re.sub(r"([\d.]+) %", r"(\1/100)", text)
    text = re.sub(r"sin\(([\d.]+)° / 2\)", r"sin(radians(\1) / 2)", text).replace("√", "sqrt").replace("°", "")
    return float(eval(text, {"sin": sin, "radians": radians, "sqrt": sqrt}))  # noqa: S307  (our own sums)


def assert_sums_come_out(line: Sum) -> None:
    """What stands left of the equals sign is what stands right of it, as far as its decimals tell."""
    spoken = line.spoken("cm")
    if " = " not in spoken or "," in spoken or " and " in spoken:
        return
    formula, result = spoken.rsplit(" = ", 1)
    number = float(re.sub(r"[^\d.]", "", result))
    assert worth(formula) == pytest.approx(number, abs=max(0.25, 0.012 * number)), spoken


@pytest.mark.parametrize(("name", "step", "sentence", "labels"), SAID)
def test_a_step_is_said_and_worked_in_these_words(name: str, step: Step, sentence: str, labels: list[str]) -> None:
    pattern = PATTERNS[name]()
    replayed = replay(pattern, read_steps([step]), RULES)
    assert replayed.stopped is None, replayed.stopped
    (done,) = replayed.done
    assert "".join(p.text for p in done.step.phrases(done.before, "cm")) == sentence
    assert [w.label for w in done.working] == labels
    for line in done.working:
        assert line.note is (line.result is None and not line.formula), line.label
        assert_sums_come_out(line)
    # Before there is a table to look at, it is said all the same, with the names that were given.
    bare = "".join(p.text for p in done.step.phrases(None, "cm"))
    assert step["piece" if "piece" in step else "move"].split("_")[0] in bare.lower() or "join" in bare.lower()
    assert [p.slot for p in done.step.phrases(None, "cm") if p.slot] == [
        p.slot for p in done.step.phrases(done.before, "cm") if p.slot
    ]


@pytest.mark.parametrize(("name", "step", "words"), REFUSED)
def test_a_refusal_is_this_sentence_at_this_place_with_this_cure(name: str, step: Step, words: tuple[str, str, str, str]) -> None:
    refused: PatternError | None
    try:
        refused = replay(PATTERNS[name](), read_steps([step]), RULES).stopped
    except PatternError as e:
        refused = e
    assert refused is not None
    assert (refused.message, refused.where, refused.cure, refused.field) == words
    assert refused.step == 1
