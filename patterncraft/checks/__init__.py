"""What is looked at before anyone cuts: one check a file in ``codes``, found by themselves."""
