-- Whether a valve was opened because this seal leaked: then the day it failed is known. Null for those judged before this was asked.
alter table old_seal add column leaked boolean;
