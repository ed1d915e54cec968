"""Body measures: what each is, where the tape goes, and whether a chart can belong to a body."""
