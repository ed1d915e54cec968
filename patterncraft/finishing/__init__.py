"""From a worked piece to one that can be cut: folded dart mouths, allowances, notches, labels."""
