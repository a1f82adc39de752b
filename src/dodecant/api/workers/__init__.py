"""Work that takes long: done in processes of a pool, answered at once or as a job."""
