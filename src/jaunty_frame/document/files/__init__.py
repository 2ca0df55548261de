"""The document as text: project files of every version, looks, slides on the clipboard."""
