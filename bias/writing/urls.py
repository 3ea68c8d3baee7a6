"""Addresses of written rows."""

from django.urls import path

from bias.writing import views, ways

urlpatterns = [
    path("bring-in/", views.bring_in, name="bring-in"),
    path("bring-in/check/", views.check, name="check"),
    path("bring-in/row/", views.under, name="under"),
    path("bring-in/file/", views.from_file, name="from-file"),
    path("pieces/<int:piece_id>/words/", views.edit, name="edit"),
    path("pieces/<int:piece_id>/words/check/", views.check, name="check-piece"),
    path("pieces/<int:piece_id>/words/row/", views.under, name="under-piece"),
    path("pieces/<int:piece_id>/words/mended/", views.mended, name="edit-mended"),
    path("pieces/<int:piece_id>/words/hand/", ways.hand, name="hand"),
    path("pieces/<int:piece_id>/words/written/", ways.written, name="written"),
    path("pieces/<int:piece_id>/words/revisions/", ways.revisions, name="revisions"),
    path("pieces/<int:piece_id>/words.json", ways.download, {"form": "json"}, name="piece-json"),
    path("pieces/<int:piece_id>/rows.csv", ways.download, {"form": "csv"}, name="rows-csv"),
    path("pieces/<int:piece_id>/written.txt", ways.download, {"form": "txt"}, name="written-txt"),
]
