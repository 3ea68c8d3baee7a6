"""Addresses of patterns."""

from django.urls import path

from bias.publishing import views

urlpatterns = [
    path("pieces/<number:piece_id>/pattern/", views.publish, name="publish"),
    path("pieces/<number:piece_id>/pattern/seen/", views.pattern_seen, name="pattern-seen"),
    path("pieces/<number:piece_id>/pattern/page/", views.pattern, name="pattern"),
    path("pieces/<number:piece_id>/pattern/making/", views.pattern_making, name="pattern-making"),
    path("pieces/<number:piece_id>/pattern.pdf", views.pattern_pdf, name="pattern-pdf"),
    path("pieces/<number:piece_id>/pattern.txt", views.pattern_txt, name="pattern-txt"),
    path("pieces/<number:piece_id>/pattern.epub", views.pattern_epub, name="pattern-epub"),
    path("pieces/<number:piece_id>/pattern/since/<number:number>/", views.pattern_errata, name="errata"),
]
