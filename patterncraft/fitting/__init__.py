"""Blocks after trying on: corrections on their paper, and a block drafted again with them."""
