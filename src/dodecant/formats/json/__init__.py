"""Our own JSON: the exercise document, and the documents one keeps."""
