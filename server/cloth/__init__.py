"""Cloths on their cards, and lays: styles' pieces on cloth, worked out beside the answers to people."""
