"""The web application's server: thin routers over the core and the store."""
