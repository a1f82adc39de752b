"""Speed measured, not tested: `make bench`."""
