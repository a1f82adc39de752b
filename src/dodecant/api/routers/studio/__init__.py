"""What a class is served: players, assignments, pages, worksheets, links, the archive."""
