"""Two patterns side by side: laid over each other, and what differs in figures."""
