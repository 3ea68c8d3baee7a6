"""Addresses of the shelf."""

from django.urls import path

from bias.yarns import views

urlpatterns = [
    path("yarns/", views.shelf, name="yarns"),
    path("yarns/new/", views.new_yarn, name="new-yarn"),
    path("yarns/<number:yarn_id>/", views.change_yarn, name="yarn"),
    path("yarns/<number:yarn_id>/put-away/", views.put_away, name="put-yarn-away"),
    path("yarns.json", views.shelf_json, name="yarns-json"),
    path("yarns.csv", views.shelf_file, name="yarns-csv"),
    path("yarns/bring-in/", views.bring_in, name="bring-in-yarns"),
    path("yarns/could/", views.could, name="could"),
    path("yarns/could/<slug:key>/", views.could_card, name="could-card"),
    path("yarns/could/<slug:key>/begin/", views.begin_from, name="begin-from"),
]
