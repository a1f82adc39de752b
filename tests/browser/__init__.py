"""The real interface, driven through headless Chromium."""
