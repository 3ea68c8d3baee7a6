"""Addresses of prints."""

from django.urls import path

from bias.printing import views

urlpatterns = [
    path("pieces/<number:piece_id>/print/", views.choose, name="print"),
    path("pieces/<number:piece_id>/print/<number:printing_id>/", views.printing, name="printing"),
    path("pieces/<number:piece_id>/print/<number:printing_id>/on/", views.go_on, name="print-on"),
    path("pieces/<number:piece_id>/print/<number:printing_id>.pdf", views.pdf, name="print-pdf"),
]
