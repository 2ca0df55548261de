"""Jaunty Frame: one set of photos, one slideshow for every screen.

The order of the packages; each imports only from those named before it (proved by import-linter):

    errors     what can go wrong, in one sentence for a person
    core       pure computation on numbers and arrays
    document   the project as data, its file format, edits and undo
    show       a document made visible: plan, findings, painted frames
    media      reading and writing the outside world
    demo       the invented photo set
    app        Qt widgets
    cli        the command line
"""
