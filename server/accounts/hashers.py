"""How passwords are hashed: Argon2id by the figures of OWASP's Password Storage Cheat Sheet for one lane.

More lanes would take every core of a small machine for one sign-in. Hashes of before are made anew at the next sign-in.
"""

from django.contrib.auth.hashers import Argon2PasswordHasher


class OneLaneArgon2(Argon2PasswordHasher):
    """Argon2id with one lane: 46 MiB [KiB], one pass."""

    time_cost = 1
    memory_cost = 47_104
    parallelism = 1
