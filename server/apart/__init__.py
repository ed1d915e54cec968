"""What comes from outside is read in a process of its own, with limits of time and memory: whatever a file does to its reader, nobody else waits for it.

One process (``reader``) stands ready with everything loaded, and parts for each reading (``limits``); whoever asks hands it a letter and waits at the ``door``.
"""
