"""What someone who practises is served: the stand and its takes, the ear, routines, plans, the logbook."""
