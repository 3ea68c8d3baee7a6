"""Addresses of the basket."""

from django.urls import path

from bias.home import finding, installed, piece_views, unreadable, views

urlpatterns = [
    path("", views.basket, name="basket"),
    path("cards/<number:piece_id>/", views.one_card, name="card"),
    path("pieces/<number:piece_id>/unreadable/", unreadable.go_on, name="unreadable"),
    path("pieces/<number:piece_id>/unreadable.txt", unreadable.text_file, name="unreadable-text"),
    path("manifest.webmanifest", installed.manifest, name="manifest"),
    path("go-on/", installed.go_on, name="go-on"),
    path("offline/", installed.offline, name="offline-start"),
    path("find/", finding.find, name="find"),
    path("chapters/", views.chapters, name="chapters"),
    path("put-away/", views.away, name="away"),
    path("pieces/<number:piece_id>/put-away/", piece_views.put_away, name="put-away"),
    path("pieces/<number:piece_id>/bring-back/", piece_views.bring_back, name="bring-back"),
    path("pieces/<number:piece_id>/name/", piece_views.rename, name="rename"),
    path("pieces/<number:piece_id>/finished/", piece_views.finish, name="finish"),
    path("pieces/<number:piece_id>/chapter/", piece_views.chapter, name="chapter"),
    path("pieces/<number:piece_id>/copy/", piece_views.copy, name="copy"),
]
