"""The version of the core, which every evaluation names."""

VERSION = "0.9.0"
