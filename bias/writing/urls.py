"""Addresses of written rows."""

from django.urls import path

from bias.writing import views

urlpatterns = [
    path("begin/", views.bring_in, name="begin"),
    path("begin/check/", views.check, name="check"),
    path("pieces/<int:piece_id>/words/", views.edit, name="edit"),
    path("pieces/<int:piece_id>/words/check/", views.check, name="check-piece"),
]
