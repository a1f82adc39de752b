"""Addresses: each reads what is asked, calls the core and the store, and answers. No musical judgement stands here."""
