"""Ways in and out: the open file, SVG and PDF, all drawn from one finished piece."""
