"""Addresses of written rows."""

from django.urls import path

from bias.writing import version_views, views

urlpatterns = [
    path("bring-in/", views.bring_in, name="bring-in"),
    path("bring-in/check/", views.check, name="check"),
    path("bring-in/row/", views.under, name="under"),
    path("bring-in/file/", views.from_file, name="from-file"),
    path("pieces/<number:piece_id>/words/", views.edit, name="edit"),
    path("pieces/<number:piece_id>/words/check/", views.check, name="check-piece"),
    path("pieces/<number:piece_id>/words/row/", views.under, name="under-piece"),
    path("pieces/<number:piece_id>/words/mended/", views.mended, name="edit-mended"),
    path("pieces/<number:piece_id>/words/hand/", version_views.hand, name="hand"),
    path("pieces/<number:piece_id>/words/written/", version_views.written, name="written"),
    path("pieces/<number:piece_id>/words/revisions/", version_views.revisions, name="revisions"),
    path("pieces/<number:piece_id>/words.json", version_views.download, {"form": "json"}, name="piece-json"),
    path("pieces/<number:piece_id>/rows.csv", version_views.download, {"form": "csv"}, name="rows-csv"),
    path("pieces/<number:piece_id>/written.txt", version_views.download, {"form": "txt"}, name="written-txt"),
]
