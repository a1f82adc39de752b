"""What goes over the wire of the stand and its takes, the ear, routines, plans, the logbook."""
